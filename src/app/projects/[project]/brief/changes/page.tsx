import { notFound } from 'next/navigation';
import { Difference } from '@/areas/brief/ui/Difference';
import {
  briefDifference,
  limitsByRule,
  listBriefVersions,
  readBrief,
  toBriefParts,
  listRequirements,
} from '@/areas/brief';
import { briefViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { pool } from '@/db/connection';

export default async function BriefChangesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/brief/changes', props);
  const { id } = frame.seat.project;
  const [versions, search] = [await listBriefVersions(pool(), id), await props.searchParams];
  const version = (key: string) => versions.find((one) => one.number === Number(search[key]));
  const leads = frame.seat.role === 'instructor';
  // Without a choice: what is not published yet, or for students the last two versions.
  const to = version('to') ?? (leads ? undefined : versions[0]);
  const from = version('from') ?? (to ? (versions[1] ?? to) : versions[0]);
  if (!from) notFound();
  const draft = to
    ? null
    : {
        ...toBriefParts({ ...(await readBrief(pool(), id)) }),
        limits: limitsByRule(await listRequirements(pool(), id)),
      };
  return (
    <ProjectFrame
      shows={['brief', 'requirements']}
      frame={frame}
      sheet="brief"
      name="Brief"
      title={to ? `From version ${from.number} to version ${to.number}` : `What changed since version ${from.number}`}
      about={to ? to.note || undefined : 'not published yet'}
      views={briefViews(frame.seat.project.hiddenSheets)}
      byTeam={false}
    >
      <Difference changes={briefDifference(from.content, to?.content ?? draft!)} />
    </ProjectFrame>
  );
}
