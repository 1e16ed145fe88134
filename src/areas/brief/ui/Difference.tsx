import type { PartChange } from '@/areas/brief/shared/difference';

/** What changed between two versions, part by part: new words underlined, old ones struck through. */
export function Difference({ changes }: { changes: PartChange[] }) {
  if (changes.length === 0) return <p className="faint">These two versions say the same.</p>;
  return (
    <div className="flex flex-col gap-3">
      {changes.map(({ name, pieces }) => (
        <section key={name}>
          <h2 className="h3">{name}</h2>
          <p className="whitespace-pre-line">
            {pieces.map((piece, i) =>
              piece.does === 'added' ? (
                <ins key={i} className="text-moss font-medium underline-offset-3">
                  {piece.text}
                </ins>
              ) : piece.does === 'removed' ? (
                <del key={i} className="text-brick">
                  {piece.text}
                </del>
              ) : (
                piece.text
              ),
            )}
          </p>
        </section>
      ))}
    </div>
  );
}
