/**
 * Dialogs hold the page behind them still by a style of their own, which the page's policy lets in by its nonce: the package
 * that makes the style looks for it under this name.
 */
export function allowStyles(): void {
  const scope = globalThis as { __webpack_nonce__?: string };
  scope.__webpack_nonce__ ??= document.querySelector<HTMLElement>('[nonce]')?.nonce ?? '';
}
