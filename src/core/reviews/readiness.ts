import type { Verdict } from '../format/verdict';

/** What there is of a team at a moment, as its readiness is said from it. */
export interface ReadinessOf {
  /** The requirements that must be met. */
  musts: readonly {
    code: string;
    verdict: Verdict;
    /** Runs it rests on, and how many its protocol wants; null for what is read off the device. */
    runs: number | null;
    wanted: number | null;
  }[];
  /** Whether evidence is asked for yet: before anything is built it is not. */
  asksEvidence: boolean;
  /** Findings of earlier reviews that must be mended and are not. */
  mustMend: number;
  actions: { open: number; late: number };
  /** Meetings to spare; negative for behind, null without a plan. */
  slack: number | null;
  /** Whether its newest design is broken, every copy of it. */
  broken: boolean;
}
export interface Reason {
  /** Whether it speaks against going on. */
  against: boolean;
  text: string;
}
export interface Readiness {
  ready: boolean;
  /** One sentence. */
  says: string;
  reasons: Reason[];
}

const count = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;

/**
 * Says whether a team is ready to go on, as a statement with its reasons and never as a score: which musts have conforming
 * evidence from enough runs, which findings and actions are open, the meetings to spare. Ready is a team that nothing speaks
 * against.
 */
export function readiness(of: ReadinessOf): Readiness {
  const reasons = [...evidence(of), ...findings(of), ...work(of), ...time(of)];
  const against = reasons.filter((one) => one.against);
  const says =
    against.length === 0
      ? 'Ready: nothing speaks against going on.'
      : `Not ready: ${count(against.length, 'thing speaks', 'things speak')} against going on.`;
  return { ready: against.length === 0, says, reasons };
}

function evidence({ musts, asksEvidence, broken }: ReadinessOf): Reason[] {
  const broke = broken ? [{ against: true, text: 'Every copy of the newest iteration is broken' }] : [];
  if (musts.length === 0) return [{ against: asksEvidence, text: 'No requirement is a must yet' }, ...broke];
  const enough = musts.filter(
    ({ verdict, runs, wanted }) => verdict === 'conforms' && (runs === null || wanted === null || runs >= wanted),
  );
  const told = {
    against: asksEvidence && enough.length < musts.length,
    text: `${enough.length} of ${count(musts.length, 'must', 'musts')} ${enough.length === 1 ? 'has' : 'have'} conforming evidence from enough runs`,
  };
  if (!asksEvidence) return [{ ...told, text: `${told.text}; none is asked for yet` }, ...broke];
  const lacking = musts.filter((one) => !enough.includes(one));
  return [told, ...lacking.map((one) => ({ against: true, text: lackOf(one) })), ...broke];
}

function lackOf({ code, verdict, runs, wanted }: ReadinessOf['musts'][number]): string {
  if (verdict === 'conforms') return `${code} conforms, on ${runs} of ${count(wanted!, 'run')} wanted`;
  if (verdict === 'not-measured') return `${code} is not measured`;
  return verdict === 'fails' ? `${code} fails` : `${code} is inconclusive`;
}

function findings({ mustMend }: ReadinessOf): Reason[] {
  if (mustMend === 0) return [{ against: false, text: 'No finding that must be mended is open' }];
  return [
    { against: true, text: `${count(mustMend, 'finding')} that must be mended ${mustMend === 1 ? 'is' : 'are'} open` },
  ];
}

function work({ actions: { open, late } }: ReadinessOf): Reason[] {
  if (late > 0)
    return [{ against: true, text: `${count(late, 'action is', 'actions are')} late, ${open} open in all` }];
  return [
    {
      against: false,
      text: open === 0 ? 'No action is open' : `${count(open, 'action is', 'actions are')} open, none late`,
    },
  ];
}

function time({ slack }: ReadinessOf): Reason[] {
  if (slack === null) return [];
  if (slack < 0) return [{ against: true, text: `${count(-slack, 'meeting')} behind` }];
  return [{ against: false, text: slack === 0 ? 'No slack' : `${count(slack, 'meeting')} of slack` }];
}
