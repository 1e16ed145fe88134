/** A draft says which version it was typed on: saved on a newer one, it still meets what somebody else wrote meanwhile. */
export interface Draft {
  version: number | null;
  entered: Record<string, unknown>;
}

const PREFIX = 'ironstone-draft:';

/** Who is signed in, as the page says; '' for nobody, and while it is made on the server. */
export function ownerHere(): string {
  return typeof document === 'undefined' ? '' : (document.body.dataset.owner ?? '');
}

/** Under which key the draft of a form is kept in this browser, for whoever is signed in. */
export function draftKey(form: string): string {
  return `${PREFIX}${ownerHere()}:${form}`;
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

/** Removes every draft from this browser, as on signing out; those of one account stay if it is named. */
export function forgetDrafts(but?: string) {
  Object.keys(localStorage)
    .filter((key) => key.startsWith(PREFIX) && (!but || !key.startsWith(`${PREFIX}${but}:`)))
    .forEach((key) => localStorage.removeItem(key));
}
