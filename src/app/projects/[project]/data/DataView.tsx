import { day, withQuery, plural } from '@/core/format';
import { hrefIn } from '@/areas/course';
import { BackupLine } from '@/shell/data/BackupLine';
import { ActButton } from '@/ui/forms/ActButton';
import { erase, eraseAll } from '@/shell/data/actions';
import type { Frame } from '@/shell/frame';
import type { readDataPage } from '@/app/projects/[project]/data/read';

type Props = Awaited<ReturnType<typeof readDataPage>> & { frame: Frame };

/** The content of the page “Data”. */
export function DataView({ names, backups, shown, due, frame }: Props) {
  const { project } = frame.seat;

  return (
    <>
      <div className="max-w-3xl flex flex-col gap-2 mb-5">
        <p className={due ? 'callout' : ''}>
          Data of this project is kept until <b>{day(project.retentionUntil, true)}</b>
          {due ? ': names are due to be erased.' : '. A month before, Today says so.'} The day is set in the{' '}
          <a href={withQuery(hrefIn(frame, 'brief'), { panel: 'project' })}>project settings</a>; change it there.
        </p>
        <p>
          Erasing a person replaces the name everywhere (history, published places, bundles taken out from now on), and
          removes sign-in name, student number, password and sessions. What they made stays with the team. It can’t be
          undone. Pictures are not looked into; remove those that show people. Daily backups hold the name for up to
          fourteen days more.
        </p>
        <BackupLine backups={backups} timeZone={project.timeZone} />
      </div>
      <div className="overflow-x-auto">
        <table className="max-w-4xl">
          <thead>
            <tr>
              <th>Name</th>
              <th>Section</th>
              <th>Team</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {shown.map((one) => (
              <tr key={one.accountId}>
                <td>{one.name}</td>
                <td>{frame.sections.find((section) => section.id === one.sectionId)?.name}</td>
                <td>{frame.teams.find((team) => team.id === one.teamId)?.name ?? '–'}</td>
                <td className="whitespace-nowrap">
                  <a className="mr-4" href={`/projects/${project.id}/export/person.json?account=${one.accountId}`}>
                    their data
                  </a>
                  <ActButton
                    act={erase}
                    input={{ projectId: project.id, accountId: one.accountId }}
                    done="Erased."
                    confirm={`Erase ${one.name} for good?`}
                    className="btn-text"
                  >
                    erase
                  </ActButton>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shown.length === 0 && <p className="faint">No names are stored here.</p>}
      {names > 0 && (
        <p className="mt-5 no-print">
          <ActButton
            act={eraseAll}
            input={{ projectId: project.id, names }}
            done="Erased. People who are also in another project stay."
            confirm={`Erase all ${plural(names, 'name')} for good?`}
          >
            Erase everybody of this project
          </ActButton>
        </p>
      )}
    </>
  );
}
