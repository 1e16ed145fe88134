import type { StoredEntry, Contest } from '@/areas/event/read/contests';
import type { StopCall } from '@/areas/safety';

/** A team as a desk shows it. */
export interface DeskTeam {
  id: string;
  name: string;
  colour: number;
}
/** What a desk is given: the contest as it stands on the server, and what the day says of its teams. */
export interface DeskProps {
  projectId: string;
  /** Where entries are sent. */
  path: string;
  me: { id: string; name: string };
  contest: Contest;
  teams: DeskTeam[];
  entries: StoredEntry[];
  /** The planned start and the present, in ms. */
  beginsAt: number;
  now: number;
  /** The time zone in which clocks on the wall go. */
  zone: string;
  stop: StopCall | null;
  /** Why a team may not start, by its id. */
  held: Record<string, string>;
  /** Where a team is needed elsewhere just now, by its id. */
  busy: Record<string, string>;
  /** The own team of a student: its matches are entered by somebody else. */
  own: string | null;
  cautions: string;
  /** Where an incident is written down; null for whoever has no account for it. */
  incident: string | null;
}
/** What stands behind a button of the desk, before it has an id. */
export interface DeskAct {
  does: string;
  match?: string;
  ring?: number | null;
  a?: string | null;
  b?: string | null;
  winner?: string | null;
  drawn?: boolean;
  scores?: [number, number] | null;
  reason?: string;
  of?: string;
  seen?: number;
}

/** Hour and minute as the clock on the wall shows them. */
export function clockOf(ms: number, timeZone: string): string {
  return new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }).format(ms);
}

/** Names of teams by their ids. */
export function namesOf(teams: readonly Pick<DeskTeam, 'id' | 'name'>[]): (id: string | null) => string {
  const names = new Map(teams.map(({ id, name }) => [id, name]));
  return (id) => (id === null ? '–' : (names.get(id) ?? 'a team that left'));
}
