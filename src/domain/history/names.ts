import type { Row } from './plan';

/** What a thing is called in the history: its kind, and what tells it from others of its kind. */
export function titleOf(kind: string, row: Row, names: Map<string, string>): string {
  const named = (key: string) => (typeof row[key] === 'string' ? names.get(row[key]) : undefined);
  const own =
    row.code ??
    row.name ??
    row.season ??
    row.what ??
    row.change ??
    row.sentence ??
    row.title ??
    (typeof row.text === 'string' ? row.text.slice(0, 60) : undefined);
  const about =
    kind === 'trial'
      ? [named('team_id'), named('event_id'), row.attempt ? `attempt ${String(row.attempt)}` : 'practice']
      : kind === 'iteration'
        ? [named('team_id'), row.number]
        : [
            own,
            named('team_id'),
            named('iteration_id'),
            named('parameter_id'),
            named('criterion_id'),
            named('account_id'),
            named('stage_id'),
            named('hazard_id'),
            named('resource_id'),
            named('gate_id'),
            named('item_id'),
            named('concept_id'),
            named('selection_id'),
            named('requirement_id'),
            named('section_id'),
            named('one_id'),
            named('other_id'),
          ];
  const word =
    {
      trial: 'run',
      team_member: 'member',
      no_class: 'days without class',
      hand_in: 'hand-in',
      resource: 'machine',
      test_session: 'test session',
      drawing: 'draw',
      joint: 'interface',
      forming: 'how teams are formed',
    }[kind] ?? kind.replaceAll('_', ' ');
  return [word, about.filter(Boolean).join(', ')].join(' ').trim();
}
