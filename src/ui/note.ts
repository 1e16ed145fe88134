/** A short remark after an act. */
export interface Note {
  id: number;
  text: string;
  bad: boolean;
  /** The address that shows what would be restored, where it can be. */
  undo?: string | undefined;
}
