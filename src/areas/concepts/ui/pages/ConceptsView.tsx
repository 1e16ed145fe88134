import { Nothing } from '@/ui/sheet/Sheet';
import { NEW_ROUND, roundForm } from '@/areas/concepts/read/toForm';
import { HandedIn } from '@/areas/concepts/ui/HandedIn';
import { RoundForm } from '@/areas/concepts/ui/RoundForm';
import { ActButton } from '@/ui/forms/ActButton';
import { releaseConcepts } from '@/areas/concepts/write/actions';
import { plural, day } from '@/core/format';
import { ConceptList } from '@/areas/concepts/ui/ConceptList';
import { hrefIn, type Place } from '@/areas/course';
import type { readConceptsPage } from '@/areas/concepts/read/pages/concepts';

type Props = Awaited<ReturnType<typeof readConceptsPage>> & { frame: Place };

/** The content of the page “Concepts”. */
export function ConceptsView({ leads, concepts, rounds, requirements, students, sections, frame }: Props) {
  const { seat } = frame;
  const projectId = seat.project.id;
  const href = (id: string) => hrefIn(frame, `concepts/${id}`);
  return (
    <>
      {sections.length === 0 && (
        <Nothing>
          Everybody’s own idea before anybody sees another’s. Enter a section under Schedule first: its students hand in
          their concepts here.
        </Nothing>
      )}
      {sections.map((section) => {
        const round = rounds.find(({ sectionId }) => sectionId === section.id);
        const here = concepts.filter(({ sectionId }) => sectionId === section.id);
        const asks = round ?? NEW_ROUND;
        const own = here.filter(({ authorId }) => authorId === seat.actor.id).length;
        return (
          <section key={section.id} className="mb-6">
            {(leads || sections.length > 1) && <h2 className="mb-1">Section {section.name}</h2>}
            {leads ? (
              <>
                <HandedIn
                  students={students.filter(({ sectionId }) => sectionId === section.id)}
                  concepts={here}
                  round={asks}
                  href={href}
                />
                <div className="no-print flex flex-wrap items-end gap-x-6 gap-y-2 mb-3">
                  <RoundForm
                    projectId={projectId}
                    sectionId={section.id}
                    id={round?.id ?? null}
                    version={round?.version ?? null}
                    values={roundForm({ ...asks })}
                  />
                  <ActButton
                    act={releaseConcepts}
                    input={{ projectId, sectionId: section.id, released: !round?.releasedAt }}
                    done={round?.releasedAt ? 'Hidden again.' : `Section ${section.name} sees all its concepts now.`}
                    confirm={round?.releasedAt ? 'Hide them?' : 'Release them? Nobody can change theirs after that.'}
                    className={round?.releasedAt ? 'btn-text' : 'btn btn-go'}
                  >
                    {round?.releasedAt ? 'hide them again' : 'Release to the section'}
                  </ActButton>
                </div>
              </>
            ) : (
              <p className="mb-3">
                {round?.releasedAt
                  ? 'The concepts of your section are released: everybody sees all of them.'
                  : `Your own ideas first: hand in ${plural(asks.wanted, 'concept')}${asks.dueOn ? ` by the meeting on ${day(asks.dueOn)}` : ''}; you have handed in ${own}. Until they are released, nobody else in the class sees yours, and you don’t see theirs.`}
              </p>
            )}
            {here.length > 0 ? (
              <ConceptList projectId={projectId} concepts={here} requirements={requirements} href={href} />
            ) : (
              <p className="faint">No concept is handed in yet.</p>
            )}
          </section>
        );
      })}
    </>
  );
}
