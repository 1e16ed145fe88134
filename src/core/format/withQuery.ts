/** An address with more in its query; what stands there already stays. */
export function withQuery(href: string, more: Record<string, string | number>): string {
  const [path, query = ''] = href.split('?');
  const all = new URLSearchParams(query);
  for (const [name, value] of Object.entries(more)) all.set(name, String(value));
  return `${path}?${all}`;
}
