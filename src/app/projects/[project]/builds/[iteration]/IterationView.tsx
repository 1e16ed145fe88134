import { Frozen } from '@/areas/builds/ui/Frozen';
import { IterationDesign } from '@/areas/compliance/ui/designs/IterationDesign';
import { designsOf, claimsOf, compareCopies } from '@/areas/compliance';
import { hrefIn } from '@/areas/course';
import { VerdictTable } from '@/areas/compliance/ui/designs/VerdictTable';
import { AlsoMeasured } from '@/areas/builds/ui/AlsoMeasured';
import { RunTable } from '@/areas/bench/ui/RunTable';
import { moment, withQuery, shortName } from '@/core/format';
import { momentHere } from '@/server/clock';
import { CopySection } from '@/areas/builds/ui/copies/CopySection';
import { allowed, type Target } from '@/server/access';
import { BillSection } from '@/areas/builds/ui/materials/BillSection';
import { Checks } from '@/areas/builds/ui/Checks';
import { Pictures } from '@/shell/pictures/Pictures';
import { Fold } from '@/ui/sheet/Fold';
import { IterationForm } from '@/areas/builds/ui/IterationForm';
import { iterationForm, type Parent, type Iteration, type Benchmark } from '@/areas/builds';
import { ActButton } from '@/ui/forms/ActButton';
import { removeIteration, releaseIteration } from '@/areas/builds/write/actions';
import { convert } from '@/core/units';
import { Link } from '@/ui/Link';
import type { Concept } from '@/areas/concepts';
import type { Frame } from '@/shell/frame';
import type { readIterationPage } from '@/app/projects/[project]/builds/[iteration]/read';

type Props = Awaited<ReturnType<typeof readIterationPage>> & {
  frame: Frame;
  project: string;
  id: string;
  target: Target;
};

/** The content of the page “Iteration”. */
export function IterationView({
  iterations,
  changes,
  requirements,
  events,
  protocols,
  pictures,
  bills,
  materials,
  briefs,
  copies,
  seasons,
  concepts,
  iteration,
  team,
  own,
  sources,
  frozen,
  writes,
  form,
  isSeen,
  verdicts,
  before,
  turned,
  grams,
  cost,
  weighed,
  rests,
  frame,
  project,
  id,
  target,
}: Props) {
  const { seat } = frame;
  const nameOf = (one: Parent) =>
    `${frame.teams.find(({ id: t }) => t === one.teamId)?.name ?? 'Another team’s'} ${one.number}`;
  const inGrams = ({ value, unit }: { value: number | null; unit: string | null }) =>
    convert({ value: value!, from: unit!, to: 'g' }).value;
  return (
    <>
      {iteration.heldFor && (
        <p className="callout mb-3" style={{ '--tone': 'var(--ochre)' } as React.CSSProperties}>
          Recorded despite a hold: {iteration.heldFor}.
        </p>
      )}
      <Frozen since={frozen} />
      <IterationDesign
        iteration={iteration}
        changes={changes.filter((one) => one.iterationId === id)}
        features={designsOf(iterations, changes).carried.get(id) ?? []}
        claims={before ? claimsOf(iteration, changes, iterations, sources) : []}
        nameOf={nameOf}
        href={(one) => (isSeen(one.id) ? hrefIn(frame, `builds/${one.id}`) : null)}
        requirements={requirements}
        claimed={`${team.name} ${iteration.number}`}
        origin={originText(iteration, concepts, seasons)}
      />
      <h2 className="mb-1">Against the requirements</h2>
      {turned.length > 0 && (
        <p className="mb-1">
          Against {nameOf(iteration.parents[0]!)}: {turned.join('; ')}.
        </p>
      )}
      <VerdictTable
        verdicts={verdicts}
        requirementHref={(code) => `${hrefIn(frame, 'requirements')}#${code}`}
        sentences
      />
      <AlsoMeasured
        measurements={iteration.measurements.filter(
          ({ parameterId, axis }) => axis !== null || !requirements.some((one) => one.parameterId === parameterId),
        )}
      />
      {own.length > 0 && (
        <section className="mt-5">
          <h2 className="mb-1">Runs with it</h2>
          <RunTable
            runs={own}
            teams={[team]}
            events={events}
            protocols={protocols}
            runHref={(run) => hrefIn(frame, `bench/runs/${run}`)}
            when={(run) => moment(momentHere(seat.project, run.runAt))}
          />
        </section>
      )}
      <CopySection
        projectId={project}
        iterationId={id}
        copies={copies}
        runsOf={(copyId) => own.filter((run) => run.copyId === copyId).length}
        compared={compareCopies(copies, own, protocols)}
        when={(at) => moment(momentHere(seat.project, at))}
        writes={allowed(seat, 'copy.write', target)}
      />
      <BillSection
        projectId={project}
        iterationId={id}
        name={`${team.name} ${iteration.number}`}
        bill={bills.find((one) => one.iterationId === id) ?? null}
        before={bills.find((one) => one.iterationId === before?.id)?.lines ?? []}
        materials={materials}
        banned={briefs[0]?.content.banned ?? []}
        currency={seat.project.currency}
        limits={{
          mass: grams && { code: grams.code, value: inGrams(grams) },
          cost: cost && { code: cost.code, value: cost.value! },
        }}
        weighed={weighed && { value: weighed.value!, uncertainty: weighed.uncertainty }}
        writes={!frozen && allowed(seat, 'bill.change', target)}
      />
      <Checks
        projectId={project}
        iteration={iteration}
        me={seat.actor.id}
        checks={allowed(seat, 'iteration.check', target)}
      />
      <Pictures projectId={project} pictures={pictures} writes={writes} of={`${team.name} ${iteration.number}`} />
      {form && (
        <Fold className="mt-5 no-print" label="Change or complete this iteration">
          <div className="pt-3">
            <IterationForm
              key={iteration.version}
              projectId={project}
              id={id}
              version={iteration.version}
              values={{ ...iterationForm(iteration, changes), measurements: form.measurements }}
              teams={[{ id: team.id, name: team.name }]}
              {...form}
              back={hrefIn(frame, `builds/${id}`)}
            />
            <ActButton
              act={removeIteration}
              input={{ projectId: project, id }}
              done="Done."
              confirm={
                rests
                  ? `${team.name} ${iteration.number} has ${rests}. It is retired instead, and they stay.`
                  : `Remove ${team.name} ${iteration.number} with what was measured on it?`
              }
              then={hrefIn(frame, 'builds', { team: team.id })}
              undo={allowed(seat, 'history.read')}
              className="btn-text text-sm mt-2"
            >
              Remove iteration
            </ActButton>
          </div>
        </Fold>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function IterationActions({ iteration, team, writes, before, frame, project, id }: Props) {
  const { seat } = frame;
  const nameOf = (one: Parent) =>
    `${frame.teams.find(({ id: t }) => t === one.teamId)?.name ?? 'Another team’s'} ${one.number}`;
  const release = allowed(seat, 'iteration.release') && (
    <ActButton
      act={releaseIteration}
      input={{ projectId: project, id, version: iteration.version, released: !iteration.released }}
      done={iteration.released ? 'Hidden from the section again.' : 'Released to the section.'}
    >
      {iteration.released ? 'Hide from the section' : 'Release to the section'}
    </ActButton>
  );
  return (
    <>
      {before && (
        <Link className="btn" href={withQuery(hrefIn(frame, 'builds/compare'), { a: before.id, b: id })}>
          Compare with {before.teamId === team.id ? before.number : nameOf(before)}
        </Link>
      )}
      {writes && (
        <Link className="btn" href={withQuery(hrefIn(frame, 'builds/new', { team: team.id }), { from: id })}>
          New iteration from {iteration.number}
        </Link>
      )}
      {release}
    </>
  );
}

/** The chosen concept, or the design of an earlier season, that an iteration goes back to, as far as it may be seen. */
function originText(
  { conceptId, benchmarkId }: Iteration,
  concepts: readonly Concept[],
  seasons: readonly Benchmark[],
): string | null {
  if (conceptId) {
    const concept = concepts.find(({ id }) => id === conceptId);
    return concept ? `From the concept “${concept.title}” by ${shortName(concept.authorName)}.` : null;
  }
  const season = seasons.find(({ id }) => id === benchmarkId);
  return season ? `From the design of ${season.season}: ${season.design || season.eventName}` : null;
}
