import { schemeWords } from '@/areas/grades/read/schemeWords';
import { Nothing } from '@/ui/sheet/Sheet';
import { number } from '@/core/format';
import { ruleWords } from '@/areas/grades/read/ruleWords';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeGradeComponent } from '@/areas/grades/write/sheetActions';
import { ComponentForm, SchemeForm } from '@/areas/grades/ui/SchemeForm';
import { componentForm, schemeForm, NEW_COMPONENT } from '@/areas/grades/read/toForm';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD, CHANGE } from '@/ui/kit/icons';
import { FormerForm } from '@/areas/grades/ui/SheetForms';
import type { Place } from '@/areas/course';
import type { readComponentsPage } from '@/areas/grades/read/pages/components';

type Props = Awaited<ReturnType<typeof readComponentsPage>> & { frame: Place };

/** The content of the page “Components”. */
export function ComponentsView({
  scheme,
  components,
  rubrics,
  events,
  quantities,
  rounds,
  former,
  sources,
  total,
  previews,
  frame,
}: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const unitOf = (quantityId: string) => quantities.find((one) => one.quantityId === quantityId)?.unit ?? '';
  return (
    <>
      <p className="max-w-3xl mb-3">{schemeWords(scheme, rounds.find((one) => one.id === scheme.peerRoundId)?.name)}</p>
      {components.length === 0 && (
        <Nothing>
          A grade is put together from rubrics, events and marks, each with its weight. Try an event’s rule on this
          class and on last season’s before you announce it.
        </Nothing>
      )}
      {components.map((one) => {
        const event = events.find((found) => found.event.id === one.eventId)?.event;
        const rubric = rubrics.find((found) => found.id === one.rubricId);
        const unit = event ? unitOf(event.quantityId) : '';
        return (
          <section key={one.id} aria-label={one.name} className="border-b border-hair py-2 max-w-4xl">
            <p className="flex flex-wrap gap-x-3 items-baseline">
              <b>{one.name}</b>
              <span className="num">
                {number(one.weight)} of {number(total)}
              </span>
              <span className="faint">
                {rubric ? `rubric ${rubric.name}` : event ? `event ${event.name}` : 'marks'}
                {one.usesFactor && ', times the member’s factor'}
                {one.dropLowest > 0 && `, lowest ${one.dropLowest} dropped`}
                {one.floor !== null && `, not below ${number(one.floor)} %`}
                {one.cap !== null && `, at most ${number(one.cap)} %`}
              </span>
            </p>
            {event && <p className="text-sm">{ruleWords(one.rule, unit)}</p>}
            {previews.get(one.id)!.map((line) => (
              <p key={line} className="text-sm">
                {line}
              </p>
            ))}
            <ChangeAndRemove
              id={`component-${one.id}`}
              name={one.name}
              title={`Component ${one.name}`}
              remove={{
                act: removeGradeComponent,
                input: { projectId, id: one.id, version: one.version },
                done: 'Component removed.',
                confirm: `Remove ${one.name}? Its marks go with it.`,
                undo: true,
              }}
            >
              <ComponentForm
                key={one.version}
                projectId={projectId}
                id={one.id}
                version={one.version}
                values={componentForm(one)}
                sources={sources}
                preview={previews.get(one.id)!}
              />
            </ChangeAndRemove>
            {event && (
              <SidePanel
                id={`former-${one.id}`}
                label={
                  former.some((found) => found.eventId === event.id)
                    ? 'Change results of an earlier class'
                    : 'Add results of an earlier class'
                }
                of={one.name}
                icon={ADD}
                title={`${event.name}: an earlier class`}
                className="btn-text no-print ml-5"
              >
                <FormerForm
                  projectId={projectId}
                  eventId={event.id}
                  unit={unit}
                  id={former.find((found) => found.eventId === event.id)?.id ?? null}
                  version={former.find((found) => found.eventId === event.id)?.version ?? null}
                  values={{
                    season: former.find((found) => found.eventId === event.id)?.season ?? '',
                    results: former.find((found) => found.eventId === event.id)?.results.join('\n') ?? '',
                  }}
                />
              </SidePanel>
            )}
          </section>
        );
      })}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ComponentsActions({ scheme, components, rounds, sources, frame }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;

  return (
    <>
      <SidePanel id="scheme" label="How grades are worked out" icon={CHANGE} title="How grades are worked out">
        <SchemeForm
          key={scheme.version ?? 0}
          projectId={projectId}
          id={scheme.id}
          version={scheme.version}
          values={schemeForm(scheme)}
          rounds={rounds.map((one) => [one.id, one.name] as const)}
        />
      </SidePanel>
      <SidePanel id="new" label="Add component" icon={ADD} title="New component">
        <ComponentForm
          key={components.length}
          projectId={projectId}
          id={null}
          version={null}
          values={{ ...NEW_COMPONENT, position: String(components.length + 1) }}
          sources={sources}
          preview={[]}
        />
      </SidePanel>
    </>
  );
}
