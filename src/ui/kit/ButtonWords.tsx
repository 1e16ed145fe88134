import type { ReactNode } from 'react';

interface Props {
  /** Of `icons`; stands before the words. */
  icon?: ReactNode;
  /** What a short word is about, for those who hear the button without the row it stands in. */
  of?: string | undefined;
  children: ReactNode;
}

/** The words of a button, with their icon. */
export function ButtonWords({ icon, of, children }: Props) {
  const words = (
    <>
      {children}
      {of && <span className="sr-only"> {of}</span>}
    </>
  );
  if (!icon) return words;
  return (
    <span className="inline-flex items-baseline gap-1.5">
      {icon}
      <span>{words}</span>
    </span>
  );
}
