import { Link } from '@/ui/Link';
import type { Requirement, Source } from '@/areas/brief/read/requirements';
import { day, number, shortName, limitText } from '@/core/format';

const KIND = {
  client: 'client',
  rule: 'rule of the project',
  research: 'research',
  season: 'last season',
  own: 'own finding',
};

/** All requirements: limit, priority, how each is verified, whose it is, and where it comes from. */
export function RequirementList({
  requirements,
  editHref,
  href,
}: {
  requirements: Requirement[];
  /** Where a requirement can be changed by whoever looks; null where it can't. */
  editHref: (requirement: Requirement) => string | null;
  href: (sheet: string) => string;
}) {
  return (
    <div className="overflow-x-auto">
      <table className="stacked">
        <thead>
          <tr>
            <th>Code</th>
            <th className="min-w-48">Requirement</th>
            <th className="right">Limit</th>
            <th>Priority</th>
            <th className="right">Weight</th>
            <th className="min-w-44">Verified by</th>
            <th>State</th>
            <th className="min-w-52">Comes from</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {requirements.map((r) => (
            <tr key={r.id} id={r.code} className={r.state === 'withdrawn' ? 'text-faint' : ''}>
              <td className="num whitespace-nowrap beside font-semibold sm:font-normal">{r.code}</td>
              <td>
                <span className={r.state === 'withdrawn' ? 'line-through' : ''}>{r.statement}</span>
                {r.counts && <span className="block text-sm faint">counts: {r.counts}</span>}
                {r.ownerName && <span className="block text-sm faint">owner {shortName(r.ownerName)}</span>}
              </td>
              <td className="num right whitespace-nowrap beside">{r.kind === 'wish' ? 'wish' : limitText(r)}</td>
              <td className="beside">{r.priority}</td>
              <td data-label={r.weight === null ? undefined : 'weight'} className="num right beside">
                {r.weight === null ? '' : number(r.weight)}
              </td>
              <td data-label="verified by" className="text-sm">
                {verifiedBy(r)}
              </td>
              <td className="beside">
                {r.state}{' '}
                {r.stateOn && <span className="sm:block text-sm faint whitespace-nowrap">{day(r.stateOn)}</span>}
              </td>
              <td className="text-sm">
                {r.sources.map((source, i) => (
                  <p key={i}>
                    <SourceLine source={source} href={href} />
                  </p>
                ))}
              </td>
              <td className="right">{editHref(r) && <Link href={editHref(r)!}>change</Link>}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function SourceLine({ source, href }: { source: Source; href: (sheet: string) => string }) {
  const { sentence, researchTitle, note, kind } = source;
  if (sentence)
    return (
      <Link href={`${href('interview/answers')}#${source.statementId}`}>
        “{sentence.length > 70 ? `${sentence.slice(0, 68)} …` : sentence}”
      </Link>
    );
  return (
    <>
      {researchTitle ? (
        <Link href={`${href('requirements/research')}#${source.researchId}`}>{researchTitle}</Link>
      ) : (
        KIND[kind]
      )}
      {note && <span className="faint">: {note}</span>}
    </>
  );
}

function verifiedBy({ method, protocolName, verifiedBy, kind }: Requirement) {
  if (kind === 'wish') return null;
  if (!method && !protocolName && !verifiedBy) return <span className="faint">–</span>;
  const how = protocolName ?? verifiedBy;
  return (
    <>
      {method ?? ''}
      {how && <span className="faint">{method ? `: ${how}` : how}</span>}
    </>
  );
}
