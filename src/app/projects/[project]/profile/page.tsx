import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { HIDEABLE } from '@/ui/sheet/purposes';
import { hrefIn } from '@/areas/course';
import { ProfileForm } from '@/areas/course/ui/projects/forms';

export default async function ProfilePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/profile', props);
  const { id, version, hiddenSheets } = frame.seat.project;
  return (
    <ProjectFrame
      shows={[]}
      frame={frame}
      sheet={null}
      view="profile"
      name="Profile"
      title="Sheets of this course"
      about="what isn’t ticked is hidden from the index and Today; nothing is lost, and you can bring it back any time"
      byTeam={false}
    >
      <ProfileForm
        key={version}
        projectId={id}
        version={version}
        used={HIDEABLE.map(([sheet]) => sheet).filter((sheet) => !hiddenSheets.includes(sheet))}
        sheets={[...HIDEABLE]}
        back={hrefIn(frame, '')}
      />
    </ProjectFrame>
  );
}
