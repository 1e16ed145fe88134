import { hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { endSessions, resetPassword } from '@/features/teams/actions';
import { listDevices, type Devices } from '@/features/teams/devices';
import { MoveMember } from '@/features/teams/MoveMember';
import { RosterForm } from '@/features/teams/RosterForm';
import { listMembers, type Member, type Team } from '@/server/records/classes';
import { ActButton } from '@/ui/forms/ActButton';
import { tagColour } from '@/ui/colours';
import { day, plural, shortName } from '@/ui/format';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';

export default async function TeamsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/teams', props);
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const [members, devices] = await Promise.all([listMembers(project.id), leads ? listDevices(project.id) : []]);
  const here = members.filter((member) => member.leftOn === null);
  const sections = frame.section ? [frame.section] : frame.sections;
  const teams = frame.teams.filter((team) => !frame.team || team.id === frame.team.id);
  const visible = (team: Team) =>
    leads || team.id === teamId || frame.sections.find((s) => s.id === team.sectionId)?.teamsReleased;
  return (
    <ProjectFrame
      frame={frame}
      sheet="teams"
      name="Teams"
      about={here.length && leads ? `${plural(teams.length, 'team')}, ${plural(here.length, 'student')}` : undefined}
    >
      {frame.sections.length === 0 && (
        <Nothing>
          Students come with the roster of a section. Enter a section with its meeting times under Schedule first.
        </Nothing>
      )}
      {sections.map((section) => (
        <section key={section.id} className="mb-5">
          <h3 className="mb-1">Section {section.name}</h3>
          <table>
            <thead>
              <tr>
                <th className="w-40">Team</th>
                <th>Members</th>
              </tr>
            </thead>
            <tbody>
              {teams
                .filter((team) => team.sectionId === section.id)
                .map((team) => (
                  <tr key={team.id}>
                    <td>
                      <TeamTag name={team.name} colour={tagColour(team.colour)} />
                    </td>
                    <td>
                      {visible(team) ? (
                        members
                          .filter((m) => m.teamId === team.id)
                          .map((m) => shortName(m.name) + (m.role ? ` (${m.role})` : ''))
                          .join(', ') || 'nobody yet'
                      ) : (
                        <span className="faint">members are not released</span>
                      )}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
          {leads && (
            <Students
              projectId={project.id}
              members={members.filter((m) => m.sectionId === section.id)}
              sections={frame.sections.map(({ id, name }) => ({
                ...{ id, name },
                teams: frame.teams
                  .filter((team) => team.sectionId === id)
                  .map((team) => ({ id: team.id, name: team.name })),
              }))}
              devices={devices}
              slips={hrefIn(frame, 'teams/slips', { section: section.id, team: null })}
            />
          )}
        </section>
      ))}
      {leads && frame.sections.length > 0 && (
        <RosterForm
          projectId={project.id}
          sections={sections.map(({ id, name }) => ({ id, name }))}
          first={members.length === 0}
        />
      )}
    </ProjectFrame>
  );
}

interface StudentsProps {
  projectId: string;
  members: Member[];
  sections: { id: string; name: string; teams: { id: string; name: string }[] }[];
  devices: Devices[];
  slips: string;
}

function Students({ projectId, members, sections, devices, slips }: StudentsProps) {
  if (members.length === 0) return null;
  return (
    <details className="no-print mt-2">
      <summary className="cursor-pointer font-medium">
        {plural(members.filter((member) => member.leftOn === null).length, 'student')}: sign-in names, slips, devices,
        passwords, teams
      </summary>
      <p className="my-2">
        <a className="btn" href={slips}>
          Sign-in slips for this section
        </a>
      </p>
      <table>
        <thead>
          <tr>
            <th>Name</th>
            <th>Student number</th>
            <th>Sign-in name</th>
            <th>Team</th>
            <th>Signed in on</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {members.map((member) => (
            <tr key={member.accountId}>
              <td className={member.leftOn ? 'text-faint' : ''}>
                {shortName(member.name)}
                {member.leftOn && <span className="text-sm block">left on {day(member.leftOn)}</span>}
              </td>
              <td className="num">{member.studentNumber}</td>
              <td className="num">{member.login}</td>
              <td>
                <MoveMember
                  projectId={projectId}
                  accountId={member.accountId}
                  name={shortName(member.name)}
                  sectionId={member.sectionId}
                  teamId={member.teamId}
                  left={member.leftOn !== null}
                  sections={sections}
                />
              </td>
              <td>
                <SignedIn
                  projectId={projectId}
                  member={member}
                  devices={devices.find((one) => one.accountId === member.accountId)}
                />
              </td>
              <td className="whitespace-nowrap">
                <a className="mr-3" href={`${slips}&student=${member.accountId}`}>
                  slip
                </a>
                <ActButton
                  act={resetPassword}
                  input={{ projectId, accountId: member.accountId }}
                  done={`${shortName(member.name)} has a new password.`}
                  confirm="Yes, replace it"
                  className="btn-text"
                  reveal={{ key: 'password', label: 'New password, shown once:' }}
                >
                  {member.hasPassword ? 'new password' : 'make a password'}
                </ActButton>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

/** Where a student is signed in; a lost phone is shut out by two clicks. */
function SignedIn({
  projectId,
  member,
  devices,
}: {
  projectId: string;
  member: Member;
  devices?: Devices | undefined;
}) {
  if (!devices) return <span className="faint">–</span>;
  return (
    <span className="inline-flex flex-wrap gap-x-3">
      {devices.count === 1 ? devices.names || '1 device' : `${devices.count} devices`}
      <ActButton
        act={endSessions}
        input={{ projectId, accountId: member.accountId }}
        done="Signed out everywhere, with whoever shared the device."
        confirm="Yes, sign out everywhere"
        className="btn-text"
      >
        lost: end all
      </ActButton>
    </span>
  );
}
