/** What a page is called in a tab, a bookmark and a list of windows: its own name first. */
export function PageTitle({ of }: { of: readonly string[] }) {
  return <title>{[...of, 'Ironstone'].join(' · ')}</title>;
}
