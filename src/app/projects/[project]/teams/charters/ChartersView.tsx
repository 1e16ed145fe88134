import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { tagColour } from '@/ui/colours';
import { LogoField } from '@/areas/course/ui/teams/TeamForms';
import { ActButton } from '@/ui/forms/ActButton';
import { removePicture } from '@/shell/pictures/actions';
import { shortName, plural } from '@/core/format';
import { agreeToCharter } from '@/areas/course/write/charters';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CharterForm } from '@/areas/course/ui/CharterForm';
import { charterForm, NEW_CHARTER, type Team, type Charter, type Member, type TeamRole } from '@/areas/course';
import type { Frame } from '@/shell/frame';
import type { readChartersPage } from '@/app/projects/[project]/teams/charters/read';

type Props = Awaited<ReturnType<typeof readChartersPage>> & { frame: Frame };

/** The content of the page “Charters”. */
export function ChartersView({ leads, charters, logos, students, roles, teams, frame }: Props) {
  const { project, actor } = frame.seat;

  return (
    <>
      {teams.length === 0 && <Nothing>{leads ? 'No team has been formed yet.' : 'You aren’t in a team yet.'}</Nothing>}
      {teams.map((team) => {
        const logo = logos.find((one) => one.teamId === team.id);
        return (
          <section key={team.id} className="mb-6 border-t border-rule pt-3">
            <div className="flex flex-wrap items-center gap-4 mb-2">
              {logo && (
                // eslint-disable-next-line @next/next/no-img-element -- private pictures, sized once when they came in
                <img
                  src={`/projects/${project.id}/pictures/${logo.id}?small`}
                  alt={`Logo of ${team.name}`}
                  className="h-14 w-14 object-contain border border-rule"
                />
              )}
              <TeamTag name={team.name} colour={tagColour(team.colour)} />
              <span className="no-print flex flex-wrap items-center gap-3">
                <LogoField projectId={project.id} teamId={team.id} team={team.name} by={actor.id} />
                {logo && (
                  <ActButton
                    act={removePicture}
                    input={{ projectId: project.id, id: logo.id, version: logo.version }}
                    done="Removed."
                    className="btn-text text-sm"
                  >
                    remove the logo
                  </ActButton>
                )}
              </span>
            </div>
            <One
              projectId={project.id}
              team={team}
              charter={charters.find((one) => one.teamId === team.id) ?? null}
              members={students.filter((one) => one.teamId === team.id)}
              roles={roles}
              me={leads ? null : actor.id}
            />
          </section>
        );
      })}
    </>
  );
}

function One({ projectId, team, charter, members, roles, me }: OneProps) {
  const missing = members.filter(({ accountId }) => !charter?.agreed.includes(accountId));
  const levels = charter
    ? ([
        ['It works at all when', charter.works],
        ['It meets the musts when', charter.musts],
        ['It beats the benchmark when', charter.beats],
        ['How we work together', charter.working],
      ] as const)
    : [];
  return (
    <>
      <ul className="mb-2">
        {members.map((member) => {
          const role = roles.find(({ name }) => name === member.role);
          return (
            <li key={member.accountId}>
              <b>{shortName(member.name)}</b>
              {member.role && `, ${member.role}`}
              {role?.answerableFor && <span className="faint">: answerable for {role.answerableFor}</span>}
            </li>
          );
        })}
      </ul>
      {charter ? (
        <>
          <dl className="max-w-3xl">
            {levels
              .filter(([, text]) => text)
              .map(([label, text]) => (
                <div key={label} className="mb-1.5">
                  <dt className="font-medium">{label}</dt>
                  <dd className="whitespace-pre-line">{text}</dd>
                </div>
              ))}
          </dl>
          <p className={missing.length ? 'text-ochre' : 'text-moss'}>
            {missing.length === 0
              ? `All ${members.length} have agreed.`
              : `${plural(members.length - missing.length, 'member')} of ${members.length} agreed; not yet ${missing.map(({ name }) => shortName(name)).join(', ')}`}
          </p>
          {me && missing.some(({ accountId }) => accountId === me) && (
            <p className="my-2">
              <ActButton
                act={agreeToCharter}
                input={{ projectId, teamId: team.id, textVersion: charter.textVersion }}
                done="You have agreed."
                className="btn btn-go"
              >
                I agree to it
              </ActButton>
            </p>
          )}
        </>
      ) : (
        <p className="faint">No charter yet.</p>
      )}
      <p className="mt-2 no-print">
        <SidePanel
          id={`charter-${team.id}`}
          label={charter ? 'Change the charter' : 'Write the charter'}
          of={`of ${team.name}`}
          title={`Charter of ${team.name}`}
          className={!charter && me !== null ? 'btn btn-go' : 'btn'}
        >
          <CharterForm
            projectId={projectId}
            teamId={team.id}
            version={charter?.version ?? null}
            values={charter ? charterForm({ ...charter }) : NEW_CHARTER}
          />
        </SidePanel>
      </p>
    </>
  );
}

interface OneProps {
  projectId: string;
  team: Team;
  charter: Charter | null;
  members: Member[];
  roles: TeamRole[];
  /** The member who looks at it; null for the instructor. */
  me: string | null;
}
