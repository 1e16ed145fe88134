/** Who is signed in, as the menu behind the name shows it. */
export interface Account {
  name: string;
  /** Who else shares this device. */
  others?: { id: string; name: string }[];
  student?: boolean;
}

export const TRIGGER = 'cursor-pointer px-1 underline decoration-dotted underline-offset-4';
