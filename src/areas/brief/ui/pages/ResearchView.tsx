import { Nothing } from '@/ui/sheet/Sheet';
import { hrefIn, type Place } from '@/areas/course';
import { measured, plural } from '@/core/format';
import { allowed } from '@/server/access';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeResearch } from '@/areas/brief/write/research';
import { ResearchForm } from '@/areas/brief/ui/ResearchForm';
import type { Research } from '@/areas/brief/read/research';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import type { readResearchPage } from '@/areas/brief/read/pages/research';

type Props = Awaited<ReturnType<typeof readResearchPage>> & { frame: Place };

/** The content of the page “Research”. */
export function ResearchView({ requirements, notes, offered, leads, frame }: Props) {
  const { seat } = frame;
  const { id } = seat.project;
  const of = (requirementId: string) => requirements.find((one) => one.id === requirementId)!;
  const usedBy = (note: Research) =>
    requirements.filter((one) => one.sources.some((source) => source.researchId === note.id)).map((one) => one.code);
  return (
    <>
      {notes.length === 0 && (
        <Nothing>
          What exists already, what last season built, what you have read: what it is, and what it does about each
          requirement. A note can be the source of a requirement.
        </Nothing>
      )}
      <div className="flex flex-col gap-5 max-w-4xl">
        {notes.map((note) => (
          <section key={note.id} id={note.id} aria-label={note.title}>
            <h2 className="h3">
              {note.title}{' '}
              <span className="faint font-normal">
                · {KIND[note.kind]}
                {note.isWinner && ', its winner'}
                {note.teamId && `, by ${frame.teams.find((team) => team.id === note.teamId)?.name}`}
              </span>
            </h2>
            <p className="whitespace-pre-line">{note.about}</p>
            {note.foundIn && <p className="text-sm faint">Found in: {note.foundIn}</p>}
            {note.findings.length > 0 && (
              <table className="!w-auto mt-1">
                <tbody>
                  {note.findings.map((finding) => (
                    <tr key={finding.requirementId}>
                      <td className="num whitespace-nowrap">
                        <a href={`${hrefIn(frame, 'requirements')}#${of(finding.requirementId).code}`}>
                          {of(finding.requirementId).code}
                        </a>
                      </td>
                      <td>{of(finding.requirementId).statement}</td>
                      <td className="num right whitespace-nowrap">
                        {finding.value !== null
                          ? measured(finding.value, finding.uncertainty, finding.unit)
                          : finding.answer === null
                            ? ''
                            : finding.answer
                              ? 'yes'
                              : 'no'}
                      </td>
                      <td className="text-sm faint">{finding.text}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            {usedBy(note).length > 0 && (
              <p className="text-sm">
                Source of <span className="num">{usedBy(note).join(', ')}</span>
              </p>
            )}
            {allowed(seat, 'research.write', note) && (
              <p className="no-print mt-1 flex gap-5">
                <ChangeAndRemove
                  id={`note-${note.id}`}
                  name={note.title}
                  title={`Note “${note.title}”`}
                  remove={{
                    act: removeResearch,
                    input: { projectId: id, id: note.id, version: note.version },
                    undo: leads,
                    done: 'Removed.',
                    confirm: `Remove “${note.title}” and its ${plural(note.findings.length, 'finding')}?`,
                  }}
                >
                  <ResearchForm
                    key={note.version}
                    projectId={id}
                    id={note.id}
                    version={note.version}
                    values={formOf(note)}
                    requirements={offered}
                    leads={leads}
                  />
                </ChangeAndRemove>
              </p>
            )}
          </section>
        ))}
      </div>
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ResearchActions({ notes, offered, leads, frame }: Props) {
  const { seat } = frame;
  const { id } = seat.project;

  return (
    <SidePanel
      id="new"
      label="Add note"
      icon={ADD}
      title="New note"
      className={notes.length === 0 ? 'btn btn-go' : 'btn'}
    >
      <ResearchForm
        key={notes.length}
        projectId={id}
        id={null}
        version={null}
        values={EMPTY}
        requirements={offered}
        leads={leads}
      />
    </SidePanel>
  );
}

const KIND = { existing: 'exists', 'last-season': 'last season', reading: 'read' };

function formOf({ title, kind, about, foundIn, isWinner, findings }: Research) {
  const text = (value: number | null) => (value === null ? '' : String(value));
  return {
    title,
    kind,
    about,
    foundIn,
    isWinner,
    findings: findings.map((f) => ({
      ...f,
      value: text(f.value),
      unit: f.unit ?? '',
      uncertainty: f.uncertainty ? String(f.uncertainty) : '',
      answer: f.answer === null ? '' : f.answer ? 'yes' : 'no',
    })),
  };
}

const EMPTY = { title: '', kind: 'existing', about: '', foundIn: '', isWinner: false, findings: [] };
