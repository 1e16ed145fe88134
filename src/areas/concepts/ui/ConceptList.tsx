import { Link } from '@/ui/Link';
import type { Concept } from '@/areas/concepts/read/concepts';
import type { Requirement } from '@/areas/brief';
import { shortName } from '@/core/format';
import { feasibilityOf } from '@/areas/concepts/read/feasible';

const FATE_TONE = { open: 'faint', chosen: 'text-moss font-semibold', 'not chosen': 'text-faint' } as const;

/** Concepts with how they work in a line, what their numbers say, and what became of them. */
export function ConceptList({
  projectId,
  concepts,
  requirements,
  href,
}: {
  projectId: string;
  concepts: Concept[];
  requirements: Requirement[];
  href: (concept: string) => string;
}) {
  const sketched = concepts.some(({ pictures }) => pictures.length > 0);
  return (
    <table className="stacked">
      <thead>
        <tr>
          {sketched && <th className="w-20">Sketch</th>}
          <th className="min-w-52">Concept</th>
          <th>By</th>
          <th className="min-w-44">By its own numbers</th>
          <th>Became</th>
        </tr>
      </thead>
      <tbody>
        {concepts.map((one) => (
          <tr key={one.id}>
            {sketched && (
              <td className="!py-1 !align-top">
                {one.pictures[0] && (
                  // eslint-disable-next-line @next/next/no-img-element -- private pictures, sized once when they came in
                  <img
                    src={`/projects/${projectId}/pictures/${one.pictures[0]}?small`}
                    alt={`Sketch of ${one.title}`}
                    className="h-12 w-16 object-cover border border-rule"
                    loading="lazy"
                  />
                )}
              </td>
            )}
            <td>
              <Link href={href(one.id)} className="font-semibold">
                {one.title}
              </Link>
              <span className="block text-sm faint line-clamp-2">{one.steps.join(' · ')}</span>
            </td>
            <td data-label="by" className="whitespace-nowrap">
              {shortName(one.authorName)}
            </td>
            <td className="text-sm">
              <InShort concept={one} requirements={requirements} />
            </td>
            <td className={FATE_TONE[one.fate]}>
              {one.fate}
              {one.fateReason && <span className="block text-sm faint font-normal">{one.fateReason}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function InShort({ concept, requirements }: { concept: Concept; requirements: Requirement[] }) {
  const { broken, silent } = feasibilityOf(concept, requirements);
  const codes = (rows: typeof broken) => rows.map(({ requirement }) => requirement.code).join(', ');
  if (broken.length + silent.length === 0) return <span className="text-moss">breaks nothing</span>;
  return (
    <>
      {broken.length > 0 && (
        <span className="block text-brick font-medium">
          breaks {codes(broken)}
          {concept.exception && ' (exception)'}
        </span>
      )}
      {silent.length > 0 && <span className="block faint">{codes(silent)} not addressed</span>}
    </>
  );
}
