import { BriefForm, StatementForm } from '@/features/brief/forms';
import { BriefView, StatementList } from '@/features/brief/BriefView';
import { listStatements, readBrief } from '@/features/brief/queries';
import { hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { LinkPanel } from '@/features/links/LinkPanel';
import { endOfLink } from '@/features/links/endOfLink';
import { listLinks } from '@/features/links/queries';
import { ProjectForm } from '@/features/projects/forms';

export default async function BriefPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/brief', props);
  const { project, role } = frame.seat;
  const [brief, statements] = await Promise.all([readBrief(project.id), listStatements(project.id)]);
  const leads = role === 'instructor';
  const shown = leads || brief.published;
  const { id, title, clientName, eventDate, timeZone, units, retentionUntil, normaliseWeights } = project;
  return (
    <ProjectFrame
      frame={frame}
      sheet="brief"
      name="Brief"
      byTeam={false}
      about={brief.published ? 'published' : 'draft, not published'}
    >
      <div className="grid lg:grid-cols-[1fr_380px] gap-x-8 gap-y-6">
        <div>
          {shown ? (
            <BriefView brief={brief} />
          ) : (
            <p className="faint">The instructor has not published the brief yet.</p>
          )}
        </div>
        <section>
          <h2>What the client said</h2>
          <StatementList statements={statements} href={(code) => `${hrefIn(frame, 'requirements')}#${code}`} />
          {statements.length === 0 && (
            <p className="faint">
              The client’s sentences stand here; every requirement can be followed back to one of them.
            </p>
          )}
        </section>
      </div>
      {leads && (
        <div className="no-print mt-6 flex flex-col gap-6">
          <section>
            <h2 className="mb-2">Add a sentence</h2>
            <StatementForm projectId={id} today={frame.today} />
          </section>
          <details open={!brief.challenge}>
            <summary className="cursor-pointer font-medium">Write the brief</summary>
            <div className="pt-3">
              <BriefForm
                key={brief.version}
                projectId={id}
                version={brief.version}
                values={{ ...brief, version: undefined }}
              />
            </div>
          </details>
          <details>
            <summary className="cursor-pointer font-medium">
              Frame of the project: title, event, time zone, how long data is kept
            </summary>
            <div className="pt-3">
              <ProjectForm
                key={project.version}
                projectId={id}
                version={project.version}
                values={{ title, clientName, eventDate, timeZone, units, retentionUntil, normaliseWeights }}
              />
            </div>
          </details>
          <LinkPanel
            projectId={id}
            purpose="client"
            links={await listLinks(id, 'client')}
            endsOn={endOfLink(eventDate)}
          />
        </div>
      )}
    </ProjectFrame>
  );
}
