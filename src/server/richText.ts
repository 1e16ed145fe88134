import sanitize from 'sanitize-html';

const ALLOWED = { allowedTags: ['p', 'br', 'strong', 'em', 'h3', 'ul', 'ol', 'li'], allowedAttributes: {} };

/** Text from the editor, or from a bundle, with nothing in it but the few elements the editor makes; empty is ''. */
export function cleanRichText(html: string): string {
  const clean = sanitize(html, ALLOWED).trim();
  return sanitize(clean, { allowedTags: [], allowedAttributes: {} }).trim() === '' ? '' : clean;
}
