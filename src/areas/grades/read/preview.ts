import { gradeByRule } from '@/core/rubric';
import { CoreError } from '@/core/numbers';
import { number, upperFirst } from '@/core/format';
import type { Team } from '@/areas/course';
import type { EventResults } from '@/areas/event';
import type { FormerResults, GradeComponent } from './scheme';
import { percentByRule, pointsOutOf } from './sheet';

interface Asked {
  component: GradeComponent;
  event: EventResults;
  teams: readonly Team[];
  former: readonly FormerResults[];
  pass: number;
}

/** What a component would give this class and earlier ones: percents from best to worst, and how many would fail. */
export function previewWords({ component, event, teams, former, pass }: Asked): string[] {
  const { rule, floor, cap } = component;
  const held = (percent: number) => Math.min(cap ?? Infinity, Math.max(floor ?? 0, percent));
  const counting = event.results.filter((one) => one.made > 0);
  const max = pointsOutOf(event);
  try {
    const now = rule
      ? percentByRule(rule, counting, teams).map((one) => one.percent)
      : counting.map((one) => (100 * one.points) / max);
    const lines = [say('This class', now.map(held), pass)];
    for (const season of former) {
      if (season.eventId !== component.eventId || !rule) continue;
      const then = gradeByRule({ rule, values: season.results.map((value, i) => ({ name: String(i), value })) });
      lines.push(
        say(
          upperFirst(season.season),
          then.map((one) => held(one.percent)),
          pass,
        ),
      );
    }
    return lines;
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return [error.message];
  }
}

function say(who: string, percents: readonly number[], pass: number): string {
  if (percents.length === 0) return `${who}: no result yet.`;
  const sorted = [...percents].sort((a, b) => b - a);
  const failed = sorted.filter((one) => one < pass).length;
  const shown = sorted
    .slice(0, 12)
    .map((one) => number(one, 0))
    .join(', ');
  const verdict = failed === 0 ? 'nobody would fail' : `${failed} of ${sorted.length} would fail`;
  return `${who}: ${shown}${sorted.length > 12 ? ' …' : ''} %, ${verdict}.`;
}
