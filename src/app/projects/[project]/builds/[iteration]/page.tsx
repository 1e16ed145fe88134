import { Fold } from '@/ui/sheet/Fold';
import { Link } from '@/ui/Link';
import { notFound } from 'next/navigation';
import { releaseIteration, removeIteration } from '@/areas/builds/write/actions';
import { Checks } from '@/areas/builds/ui/Checks';
import { IterationForm } from '@/areas/builds/ui/IterationForm';
import {
  loadIterationForm,
  listChanges,
  listIterations,
  type Iteration,
  type Parent,
  iterationForm,
  iterationTarget,
  frozenFor,
  limitOn,
  listBills,
  listMaterials,
  listCopies,
  listBenchmarks,
  type Benchmark,
} from '@/areas/builds';
import { VerdictTable } from '@/areas/compliance/ui/designs/VerdictTable';
import { Pictures } from '@/shell/pictures/Pictures';
import { listPictures, hrefIn } from '@/areas/course';
import { RunTable } from '@/areas/bench/ui/RunTable';
import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { pool } from '@/db/connection';
import { allowed, isId } from '@/server/access';
import { momentHere } from '@/server/clock';
import { listRequirements, listBriefVersions } from '@/areas/brief';
import { eachQuantity, listProtocols, listEvents, listRunGroups, listRunGroupsOf, listRunsOfTeam } from '@/areas/bench';
import { claimsOf, designsOf, turnedWords, verdictsFor, figureOf, compareCopies } from '@/areas/compliance';
import { Frozen } from '@/areas/builds/ui/Frozen';
import { IterationDesign } from '@/areas/compliance/ui/designs/IterationDesign';
import { inUnit } from '@/core/requirements';
import { BillSection } from '@/areas/builds/ui/materials/BillSection';
import { convert } from '@/core/units';
import { listConcepts, type Concept } from '@/areas/concepts';
import { AlsoMeasured } from '@/areas/builds/ui/AlsoMeasured';
import { CopySection } from '@/areas/builds/ui/copies/CopySection';
import { ActButton } from '@/ui/forms/ActButton';
import { day, moment, plural, shortName, withQuery } from '@/core/format';

export default async function IterationPage(props: SheetProps<{ iteration: string }>) {
  const { project, iteration: id } = await props.params;
  const target = isId(project) ? await iterationTarget(pool(), id, project) : null;
  if (!target) notFound();
  const frame = await openSheet('/projects/[project]/builds/[iteration]', props, target);
  const { seat } = frame;
  const [
    iterations,
    changes,
    requirements,
    events,
    protocols,
    runs,
    pictures,
    bills,
    materials,
    briefs,
    copies,
    seasons,
    concepts,
  ] = await Promise.all([
    listIterations(pool(), project),
    listChanges(pool(), project),
    listRequirements(pool(), project),
    listEvents(pool(), project),
    listProtocols(pool(), project),
    listRunsOfTeam(pool(), project, target.teamId!),
    listPictures(pool(), project, id),
    listBills(pool(), project),
    listMaterials(pool(), project),
    listBriefVersions(pool(), project),
    listCopies(pool(), project, [id]),
    listBenchmarks(pool(), project),
    listConcepts(pool(), seat),
  ]);
  const iteration = iterations.find((one) => one.id === id)!;
  const team = frame.teams.find((one) => one.id === iteration.teamId)!;
  const own = runs.filter((run) => run.iterationId === id);
  // What comes from another team's design is held against that team's runs, too.
  const foreign = iteration.parents.some(({ teamId }) => teamId !== iteration.teamId);
  const ours = iterations.filter(({ teamId }) => teamId === iteration.teamId).map((one) => one.id);
  const groups = foreign ? listRunGroups(pool(), project) : listRunGroupsOf(pool(), project, ours.sort());
  const sources = { protocols: eachQuantity(protocols), runs: await groups };
  const frozen = await frozenFor(pool(), seat, frame.today);
  const writes = !frozen && allowed(seat, 'iteration.write', target);
  const form = writes ? await loadIterationForm(pool(), frame.seat.project, [team.id], iteration) : null;
  const seen = new Set(iterations.filter((one) => allowed(seat, 'iteration.read', one)).map((one) => one.id));
  const isSeen = (other: string) => seen.has(other);
  const nameOf = (one: Parent) =>
    `${frame.teams.find(({ id: t }) => t === one.teamId)?.name ?? 'Another team’s'} ${one.number}`;
  const verdicts = verdictsFor(requirements, iteration, sources);
  // What it is held against, where that may be seen: a released one may come from one that is not.
  const before = iterations.find((one) => one.id === iteration.parents[0]?.id && isSeen(one.id));
  const turned = before ? turnedWords(verdictsFor(requirements, before, sources), verdicts) : [];
  const [grams, cost] = [limitOn(requirements, 'mass'), limitOn(requirements, 'cost')];
  const inGrams = ({ value, unit }: { value: number | null; unit: string | null }) =>
    convert({ value: value!, from: unit!, to: 'g' }).value;
  const scale = grams && figureOf(grams.parameterId!, iteration, sources)?.measured;
  const weighed = scale && typeof scale.value === 'number' ? inUnit(scale, 'g') : null;
  const children = iterations.filter((one) => one.parents.some((parent) => parent.id === id)).length;
  const rests = [
    ...(own.length ? [plural(own.length, 'run')] : []),
    ...(children ? [`${plural(children, 'iteration')} that came of it`] : []),
  ].join(' and ');
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
    <ProjectFrame
      shows={['bench', 'builds', 'concepts', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      title={`${team.name} ${iteration.number}`}
      byTeam={false}
      about={`${iteration.change} · ${iteration.kind}, ${iteration.state}, ${day(iteration.builtOn)}${iteration.released ? ' · released' : ''}`}
      actions={
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
      }
    >
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
    </ProjectFrame>
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
