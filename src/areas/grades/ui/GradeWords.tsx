import { number } from '@/core/format';
import type { GradePage, ReleasedGrade } from '@/areas/grades/read/scheme';

/** A grade in words: where each part comes from, what was strong, what to do next. */
export function GradeWords({ page }: { page: GradePage }) {
  return (
    <div className="max-w-3xl">
      <p className="text-lg">
        <b className="text-2xl">{number(page.rounded, 2)} %</b>
        {page.grade && <b className="text-2xl ml-4">{page.grade}</b>}
      </p>
      <section aria-label="Where it comes from" className="mt-3">
        <h2 className="h3 border-b border-ink">Where it comes from</h2>
        {page.components.map((one, i) => (
          <div key={one.id} id={one.id} className="border-b border-hair py-1.5">
            <p>
              <b>{one.name}</b>
              {page.because[i]!.slice(one.name.length)}
            </p>
            {one.from.map((line) => (
              <p key={line} className="text-sm">
                {line}
              </p>
            ))}
          </div>
        ))}
        <p className="mt-2">{page.because.at(-1)}</p>
      </section>
      {page.strong.length > 0 && (
        <section aria-label="What was strong" className="mt-4">
          <h2 className="h3">What was strong</h2>
          <ul className="list-disc pl-5">
            {page.strong.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </section>
      )}
      {page.next.length > 0 && (
        <section aria-label="What to do next" className="mt-4">
          <h2 className="h3">What to do next</h2>
          <ul className="list-disc pl-5">
            {page.next.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** What a student was shown before, and why it changed. */
export function FormerGrades({ released, when }: { released: readonly ReleasedGrade[]; when: (at: Date) => string }) {
  if (released.length < 2) return null;
  return (
    <section aria-label="Earlier" className="mt-5 max-w-3xl">
      <h2 className="h3">Earlier</h2>
      <ul>
        {[...released].reverse().map((one, i, all) => (
          <li key={one.id} className="border-b border-hair py-1">
            {when(one.releasedAt)}: <b className="num">{number(one.content.rounded, 2)} %</b> {one.content.grade}
            {i < all.length - 1 && <span className="block text-sm">Changed because {lowered(one.reason)}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

const lowered = (text: string) => text.replace(/\.?$/, '.');
