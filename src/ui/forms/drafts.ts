/** A draft says which version it was typed on: saved on a newer one, it still meets what somebody else wrote meanwhile. */
export interface Draft {
  version: number | null;
  entered: Record<string, unknown>;
}

const PREFIX = 'ironstone-draft:';

/** Under which key a form's draft is kept in this browser. */
export function draftKey(form: string): string {
  return PREFIX + form;
}

/** A draft too large for this browser is not kept; the form goes on without it. */
export function keepDraft(key: string, draft: Draft) {
  try {
    localStorage.setItem(key, JSON.stringify(draft));
  } catch {
    localStorage.removeItem(key);
  }
}

export function readDraft(key: string): Draft | null {
  const text = localStorage.getItem(key);
  const found = text === null ? null : (JSON.parse(text) as Partial<Draft>);
  return found?.entered && found.version !== undefined ? (found as Draft) : null;
}

/** Removes every draft from this browser, as on signing out. */
export function forgetDrafts() {
  Object.keys(localStorage)
    .filter((key) => key.startsWith(PREFIX))
    .forEach((key) => localStorage.removeItem(key));
}
