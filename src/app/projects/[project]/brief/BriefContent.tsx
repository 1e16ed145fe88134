import { Difference } from '@/areas/brief/ui/Difference';
import { briefDifference } from '@/areas/brief';
import { ActButton } from '@/ui/forms/ActButton';
import { markBriefRead } from '@/areas/brief/write/actions';
import { BriefView } from '@/areas/brief/ui/BriefView';
import { Link } from '@/ui/Link';
import { hrefIn, endOfLink } from '@/areas/course';
import { PublishForm } from '@/areas/brief/ui/forms';
import { day, shortName, withQuery } from '@/core/format';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ProjectForm } from '@/areas/course/ui/projects/forms';
import { TemplateForm } from '@/shell/bundle/TemplateForm';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import { PrintButton } from '@/ui/PrintButton';
import type { Frame } from '@/shell/frame';
import type { readBriefPage } from '@/app/projects/[project]/brief/read';

type Props = Awaited<ReturnType<typeof readBriefPage>> & { frame: Frame };

/** The content of the page “Brief”. */
export function BriefContent({
  leads,
  brief,
  versions,
  read,
  safety,
  draft,
  latest,
  known,
  links,
  unpublished,
  frame,
}: Props) {
  const { project } = frame.seat;
  const { id, title, clientName, eventDate, timeZone, units, currency, retentionUntil, normaliseWeights } = project;

  return (
    <>
      {!leads && latest && read !== latest.number && (
        <section className="callout mb-4 no-print" aria-label="What changed">
          {known ? (
            <>
              <p className="font-semibold">Changed since version {known.number}, which you read</p>
              {latest.note && <p>{latest.note}</p>}
              <Difference changes={briefDifference(known.content, latest.content)} />
            </>
          ) : (
            <p>You have not read this version yet.</p>
          )}
          <p className="mt-2">
            <ActButton act={markBriefRead} input={{ projectId: id, number: latest.number }} done="Noted.">
              I have read version {latest.number}
            </ActButton>
          </p>
        </section>
      )}
      <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_300px] gap-x-8 gap-y-6">
        {leads ? (
          <BriefView content={draft} hazards={safety.hazards} />
        ) : latest ? (
          <BriefView content={latest.content} hazards={safety.hazards} />
        ) : (
          <p className="faint">The instructor has not published the brief yet.</p>
        )}
        <aside className="no-print flex flex-col gap-5">
          {leads && (
            <section>
              <h2 className="mb-1">{latest ? 'Not published yet' : 'Publish'}</h2>
              {latest && unpublished.length === 0 ? (
                <p className="faint">No unpublished changes.</p>
              ) : (
                <>
                  {latest && (
                    <p>
                      Changed: {unpublished.map((part) => part.name.toLowerCase()).join(', ')}.{' '}
                      <Link href={hrefIn(frame, 'brief/changes')}>Read the changes</Link>
                    </p>
                  )}
                  <PublishForm projectId={id} version={brief.version} next={(latest?.number ?? 0) + 1} />
                </>
              )}
            </section>
          )}
          {versions.length > 0 && (
            <section>
              <h2 className="mb-1">Versions</h2>
              <ol>
                {versions.map((version, i) => (
                  <li key={version.id} className="py-1 border-b border-hair">
                    <b>Version {version.number}</b>, {day(version.publishedAt, true)}
                    <span className="faint">, {shortName(version.publishedBy)}</span>
                    {version.note && <span className="block text-sm">{version.note}</span>}
                    {versions[i + 1] && (
                      <Link
                        className="block text-sm"
                        href={withQuery(hrefIn(frame, 'brief/changes'), {
                          from: versions[i + 1]!.number,
                          to: version.number,
                        })}
                      >
                        what changed
                      </Link>
                    )}
                  </li>
                ))}
              </ol>
            </section>
          )}
        </aside>
      </div>
      {leads && (
        <div className="no-print mt-6 flex flex-col gap-5">
          <section>
            <h2 className="mb-1">This project</h2>
            <p className="flex flex-wrap items-baseline gap-x-6 gap-y-2">
              <SidePanel id="project" label="Title, event day, time zone, currency …" title="Settings of the project">
                <ProjectForm
                  key={project.version}
                  projectId={id}
                  version={project.version}
                  values={{ title, clientName, eventDate, timeZone, units, currency, retentionUntil, normaliseWeights }}
                />
              </SidePanel>
              <SidePanel id="template" label="Save as template" title="A template for the next project">
                <TemplateForm projectId={id} title={title} />
              </SidePanel>
              <Link href={hrefIn(frame, 'profile')}>Sheets of this course: show and hide</Link>
            </p>
          </section>
          <LinkPanel projectId={id} purpose="client" links={links} endsOn={endOfLink(eventDate)} />
        </div>
      )}
    </>
  );
}

/** What stands at the page’s head as about. */
export function BriefAbout({ latest, readers }: Props) {
  return latest ? (
    <>
      version {latest.number} of {day(latest.publishedAt, true)}
      {readers && (
        <span className="no-print">
          , read by {readers.read} of {readers.of} students
        </span>
      )}
    </>
  ) : (
    'draft, not published'
  );
}

/** What stands at the page’s head as actions. */
export function BriefActions({ leads, draft, latest, frame }: Props) {
  return (
    <>
      <PrintButton />
      {leads && (
        <Link className="btn btn-go" href={hrefIn(frame, 'brief/edit')}>
          {latest || draft.challenge ? 'Change the brief' : 'Write the brief'}
        </Link>
      )}
    </>
  );
}
