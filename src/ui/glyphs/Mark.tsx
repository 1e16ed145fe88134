/** The sign of the app: a nodule of ironstone, cut open. */
export function Mark() {
  return (
    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden>
      <path d="M3 8 L9 2 L18 4 L20 13 L14 20 L5 18Z" fill="#9a3b22" />
      <path d="M6 10 L10 6 L16 7 L17 13 L13 17 L8 15Z" fill="#c9795c" />
      <path d="M9 11 L11 9 L14 10 L14 13 L12 14 L10 13Z" fill="#f1eee5" />
    </svg>
  );
}
