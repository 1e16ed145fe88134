import { Nothing } from '@/ui/sheet/Sheet';
import { plural, limitText } from '@/core/format';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { allowed } from '@/server/access';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE } from '@/ui/kit/icons';
import { FeatureForm } from '@/areas/builds/ui/FeatureForm';
import type { Iteration } from '@/areas/builds';
import type { readFeaturesPage } from '@/areas/compliance/read/pages/features';

type Props = Awaited<ReturnType<typeof readFeaturesPage>> & { frame: Place };

/** The content of the page “Features”. */
export function FeaturesView({ byId, seen, agreed, rows, unanswered, without, chosen, frame }: Props) {
  const { seat, teams } = frame;
  const id = seat.project.id;
  const nameOf = ({ teamId, number }: { teamId: string; number: number }) =>
    `${teams.find((one) => one.id === teamId)?.name ?? 'Another team’s'} ${number}`;
  const link = (one: Iteration) => (
    <Link href={hrefIn(frame, `builds/${one.id}`)} className="underline">
      {nameOf(one)}
    </Link>
  );
  const listed = (list: readonly Iteration[]) =>
    list.map((one, i) => (
      <span key={one.id}>
        {i > 0 && ', '}
        {link(one)}
      </span>
    ));
  return (
    <>
      {rows.length === 0 ? (
        <Nothing>
          A feature is something a design has: a brake, a keel, a second wheel. It is named where an iteration is
          recorded, under Changes, and can be followed here from the team that had it first to those that took it over.
        </Nothing>
      ) : (
        <>
          <table className="stacked">
            <thead>
              <tr>
                <th>Feature</th>
                <th>First in</th>
                <th>Taken over by</th>
                <th>Is in</th>
                <th>Dropped in</th>
                <th>Answers</th>
                <th>
                  <span className="sr-only">Change</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ feature, first, origins, dropped, has, taken }) => {
                const past = taken.find(({ iterationId }) => iterationId === first.id)?.season;
                const concept = chosen.find((one) => one.id === feature.conceptId);
                const requirement = agreed.find((one) => one.id === feature.requirementId);
                return (
                  <tr key={feature.id} id={feature.id}>
                    <td className="font-medium">{feature.name}</td>
                    <td data-label="first in" className="beside">
                      {past ? past.name : seen.has(first.id) ? link(first) : 'a team whose design is not released'}
                    </td>
                    <td data-label="taken over by" className={taken.length ? 'beside' : 'beside max-sm:!hidden'}>
                      {taken.length === 0 && '–'}
                      {taken.map((one, i) => (
                        <span key={one.id}>
                          {i > 0 && ', '}
                          {link(byId.get(one.iterationId)!)}
                          {one.source && <span className="faint"> (from {nameOf(one.source)})</span>}
                          {one.season && <span className="faint"> (from {one.season.name}’s design)</span>}
                        </span>
                      ))}
                      {origins.length > 1 && taken.length === 0 && (
                        <span className="faint"> also found by {origins.slice(1).map(nameOf).join(', ')}</span>
                      )}
                    </td>
                    <td data-label="is in" className="beside">
                      {plural(has.length, 'iteration')}
                    </td>
                    <td data-label="dropped in" className={dropped.length ? 'beside' : 'beside max-sm:!hidden'}>
                      {dropped.length ? listed(dropped) : '–'}
                    </td>
                    <td data-label="answers">
                      {concept && (
                        <Link href={hrefIn(frame, `concepts/${concept.id}`)} className="underline block">
                          concept “{concept.title}”
                        </Link>
                      )}
                      {requirement ? (
                        <Link href={`${hrefIn(frame, 'requirements')}#${requirement.code}`} className="underline">
                          <span className="num">{requirement.code}</span> {requirement.statement}
                        </Link>
                      ) : (
                        !concept && <span className="faint">nothing yet</span>
                      )}
                    </td>
                    <td className="no-print">
                      {allowed(seat, 'feature.change', first) && (
                        <SidePanel
                          id={`feature-${feature.id.slice(0, 8)}`}
                          label="Change"
                          icon={CHANGE}
                          of={feature.name}
                          title={`Feature ${feature.name}`}
                          className="btn-text"
                        >
                          <FeatureForm
                            key={feature.version}
                            projectId={id}
                            id={feature.id}
                            version={feature.version}
                            values={{
                              name: feature.name,
                              requirementId: feature.requirementId ?? '',
                              conceptId: feature.conceptId ?? '',
                            }}
                            concepts={chosen.map((one) => [one.id, one.title] as const)}
                            requirements={agreed.map((one) => [one.id, `${one.code} ${one.statement}`] as const)}
                          />
                        </SidePanel>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <div className="grid md:grid-cols-2 gap-6 mt-5">
            <section>
              <h2 className="mb-1">Requirements that no feature answers</h2>
              {unanswered.length === 0 && <p className="faint">None.</p>}
              <ul>
                {unanswered.map((one) => (
                  <li key={one.id} className="border-b border-hair py-1">
                    <Link href={`${hrefIn(frame, 'requirements')}#${one.code}`} className="num underline">
                      {one.code}
                    </Link>{' '}
                    {one.statement} <span className="faint">{limitText(one)}</span>
                  </li>
                ))}
              </ul>
            </section>
            <section>
              <h2 className="mb-1">Features that answer no requirement and no concept</h2>
              <p className={without.length ? '' : 'faint'}>
                {without.length ? without.map(({ feature }) => feature.name).join(', ') : 'None.'}
              </p>
            </section>
          </div>
        </>
      )}
    </>
  );
}
