import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { tagColour } from '@/ui/colours';
import { shortName, plural, day } from '@/core/format';
import { SidePanel } from '@/ui/kit/SidePanel';
import { TeamForm, RolesForm, RolePick } from '@/areas/course/ui/teams/TeamForms';
import { hrefIn, type Team, type Member, listForming, findPreference, type Devices } from '@/areas/course';
import { RosterForm } from '@/areas/course/ui/teams/RosterForm';
import { StaffPanel } from '@/areas/course/ui/StaffPanel';
import type { Frame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { listConcepts } from '@/areas/concepts';
import { PreferenceForm } from '@/areas/course/ui/forming/forms';
import { MoveMember } from '@/areas/course/ui/teams/MoveMember';
import { ActButton } from '@/ui/forms/ActButton';
import { resetPassword, endSessions } from '@/areas/course/write/teams';
import type { readTeamsPage } from '@/app/projects/[project]/teams/read';

type Props = Awaited<ReturnType<typeof readTeamsPage>> & { frame: Frame };

/** The content of the page “Teams”. */
export function TeamsView({ leads, sees, members, devices, roles, here, sections, teams, frame }: Props) {
  const { project, teamId } = frame.seat;
  const visible = (team: Team) =>
    sees || team.id === teamId || frame.sections.find((s) => s.id === team.sectionId)?.teamsReleased;
  return (
    <>
      {frame.sections.length === 0 && (
        <Nothing>
          Students come with the roster of a section. Enter a section with its meeting times under Schedule first.
        </Nothing>
      )}
      {!sees && <Wishes frame={frame} members={here} roles={roles.map(({ name }) => name)} />}
      {sections.map((section) => (
        <section key={section.id} className="mb-5">
          <h2 className="h3 mb-1">Section {section.name}</h2>
          {!teams.some((team) => team.sectionId === section.id) && (
            <p className="faint">No team has been formed yet.</p>
          )}
          <table className="stacked">
            <thead>
              <tr>
                <th className="w-40">Team</th>
                <th>Members</th>
                {leads && <td className="no-print w-24" />}
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
                        <span className="faint">members not released yet</span>
                      )}
                    </td>
                    {leads && (
                      <td className="no-print">
                        <SidePanel
                          id={`team-${team.id}`}
                          label="Name, tag"
                          of={`of ${team.name}`}
                          title={`Team ${team.name}`}
                          className="btn-text whitespace-nowrap"
                        >
                          <TeamForm
                            projectId={project.id}
                            id={team.id}
                            version={team.version}
                            values={{ name: team.name, colour: team.colour }}
                          />
                        </SidePanel>
                      </td>
                    )}
                  </tr>
                ))}
            </tbody>
          </table>
          {leads && (
            <Students
              projectId={project.id}
              members={members.filter((m) => m.sectionId === section.id)}
              sections={frame.sections.map(({ id, name }) => ({
                id,
                name,
                teams: frame.teams
                  .filter((team) => team.sectionId === id)
                  .map((team) => ({ id: team.id, name: team.name })),
              }))}
              devices={devices}
              roles={roles.map(({ name }) => name)}
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function TeamsActions({ leads, owns, roles, staff, frame }: Props) {
  const { project } = frame.seat;

  return (
    <>
      {owns && (
        <SidePanel id="staff" label={`Instructors and assistants (${staff.length})`} title="Who leads this project">
          <StaffPanel projectId={project.id} staff={staff} self={frame.seat.actor.id} />
        </SidePanel>
      )}
      {leads && (
        <SidePanel
          id="roles"
          label={roles.length ? `Roles (${roles.length})` : 'Roles'}
          title="Roles, and what each is answerable for"
        >
          <RolesForm
            projectId={project.id}
            roles={roles.map(({ name, answerableFor, needed }) => ({ name, answerableFor, needed }))}
          />
        </SidePanel>
      )}
    </>
  );
}

/** A student's own wishes, while the section is asked for them. */
async function Wishes({ frame, members, roles }: { frame: Frame; members: Member[]; roles: string[] }) {
  const { project, actor, sectionId } = frame.seat;
  const [settings, own, concepts] = await Promise.all([
    listForming(pool(), project.id),
    findPreference(pool(), project.id, actor.id),
    listConcepts(pool(), frame.seat),
  ]);
  const asks = settings.find((one) => one.sectionId === sectionId && one.asks);
  if (!asks) return null;
  return (
    <section className="mb-6 border-b border-rule pb-4">
      <h2 className="mb-1">Your wishes for the teams</h2>
      <p className="faint mb-2">
        Only your teachers see them. They are met as far as possible; team sizes and class rules come first.
      </p>
      <PreferenceForm
        projectId={project.id}
        version={own?.version ?? null}
        values={{
          conceptId: own?.conceptId ?? '',
          wants: Array.from({ length: asks.wishes }, (_, i) => ({ id: own?.wants[i] ?? '' })),
          roles: own?.roles ?? [],
        }}
        concepts={concepts
          .filter(({ fate }) => fate !== 'not chosen')
          .map(({ id, title, authorName }) => [id, `${title} (${shortName(authorName)})`] as const)}
        people={members
          .filter((one) => one.sectionId === sectionId && one.accountId !== actor.id)
          .map((one) => [one.accountId, shortName(one.name)] as const)}
        roles={roles}
        wishes={asks.wishes}
      />
    </section>
  );
}

function Students({ projectId, members, sections, devices, roles, slips }: StudentsProps) {
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
      <table className="stacked">
        <thead>
          <tr>
            <th>Name</th>
            <th>Student number</th>
            <th>Sign-in name</th>
            <th>Team</th>
            <th>Role</th>
            <th>Signed in on</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {members.map((member) => (
            <tr key={member.accountId}>
              <td className={member.leftOn ? 'text-faint' : ''}>
                {shortName(member.name)}
                {member.leftOn && <span className="text-sm block">left on {day(member.leftOn)}</span>}
              </td>
              <td data-label={member.studentNumber ? 'number' : undefined} className="num beside">
                {member.studentNumber}
              </td>
              <td data-label="signs in as" className="num beside">
                {member.login}
              </td>
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
                {member.teamId && (
                  <RolePick
                    projectId={projectId}
                    accountId={member.accountId}
                    name={shortName(member.name)}
                    role={member.role}
                    roles={roles}
                  />
                )}
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
                  confirm="Replace the password? The old one stops working."
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

interface StudentsProps {
  projectId: string;
  members: Member[];
  sections: { id: string; name: string; teams: { id: string; name: string }[] }[];
  devices: Devices[];
  roles: string[];
  slips: string;
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
        confirm="Sign out everywhere?"
        className="btn-text"
      >
        device lost: sign out everywhere
      </ActButton>
    </span>
  );
}
