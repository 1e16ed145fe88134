import { Link } from '@/ui/Link';
import type { Member } from '@/areas/course';
import type { Concept, Round } from '@/areas/concepts/read/concepts';
import { day, plural, shortName } from '@/core/format';

/** Who of a section has handed in, at a glance: one box a student, a filled mark for each concept. */
export function HandedIn({
  students,
  concepts,
  round,
  href,
}: {
  students: Member[];
  concepts: Concept[];
  round: Pick<Round, 'wanted' | 'dueOn'>;
  href: (concept: string) => string;
}) {
  const of = (id: string) => concepts.filter(({ authorId }) => authorId === id);
  const missing = students.filter((one) => of(one.accountId).length < round.wanted);
  return (
    <section className="mb-4">
      <p className="mb-1">
        <b>
          {students.length - missing.length} of {plural(students.length, 'student')}
        </b>{' '}
        {students.length - missing.length === 1 ? 'has' : 'have'} handed in {plural(round.wanted, 'concept')} each
        {round.dueOn ? `; due by the meeting on ${day(round.dueOn)}` : ''}.
      </p>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-x-4">
        {students.map((one) => (
          <li key={one.accountId} className="flex justify-between border-b border-hair py-0.5">
            <span className={of(one.accountId).length < round.wanted ? 'font-semibold text-brick' : ''}>
              {shortName(one.name)}
            </span>
            <span className="num">
              {of(one.accountId).map(({ id, title }, i) => (
                <Link
                  key={id}

                  href={href(id)}
                  title={title}
                  aria-label={`${shortName(one.name)}: ${title}`}
                >
                  {i > 0 && ' '}
                  {i + 1}
                </Link>
              ))}
              {of(one.accountId).length === 0 && <span className="faint">none</span>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
