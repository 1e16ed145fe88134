import type { IdeasOpen } from './concepts';
import { conceptItems, teamItems } from './today';

const given = (ideas: Partial<IdeasOpen>, more: Partial<Parameters<typeof conceptItems>[0]> = {}) =>
  ({
    ideas: { rounds: [], asks: [], charters: [], ...ideas },
    sections: [{ id: 'two', name: '2' }],
    teams: [{ id: 'flint', sectionId: 'two' }],
    today: '2026-09-09',
    leads: true,
    href: (sheet: string) => `/${sheet}`,
    ...more,
  }) as Parameters<typeof conceptItems>[0];
const round = (more: object = {}) => ({
  sectionId: 'two',
  wanted: 2,
  dueOn: '2026-09-09',
  released: false,
  missing: 3,
  own: 1,
  ...more,
});

test('the instructor is told who is missing, with more urgency once it is due; a student what is still to hand in', () => {
  const [late] = conceptItems(given({ rounds: [round()] }));
  expect(late).toMatchObject({ tone: 'ochre', href: '/concepts' });
  expect(late!.headline).toBe('3 students of section 2 have not handed in their concepts');
  const [early] = conceptItems(given({ rounds: [round({ dueOn: '2026-09-10', missing: 1 })] }));
  expect(early!.headline).toMatch(/^1 student of section 2 has not/);
  expect(early!.urgency).toBeLessThan(late!.urgency);
  const [own] = conceptItems(given({ rounds: [round()] }, { leads: false }));
  expect(own).toMatchObject({ headline: 'Hand in another concept of your own', href: '/concepts/new' });
});

test('nothing is said when all is handed in, after the release, or of another section', () => {
  const none = [round({ released: true }), round({ missing: 0 }), round({ sectionId: 'five' })];
  expect(conceptItems(given({ rounds: none }))).toEqual([]);
  expect(conceptItems(given({ rounds: [round({ own: 2 })] }, { leads: false }))).toEqual([]);
  // A student without a team yet is told all the same.
  expect(conceptItems(given({ rounds: [round({ own: 0 })] }, { leads: false, teams: [] }))).toHaveLength(1);
});

test('wishes are asked of who said none; a charter of who did not agree', () => {
  const asks = [{ sectionId: 'two', missing: 4, said: false }];
  const charters = [
    { teamId: 'flint', missing: 1, own: false },
    { teamId: 'marl', missing: 2, own: true },
  ];
  expect(teamItems(given({ asks, charters })).map(({ href }) => href)).toEqual(['/teams/forming', '/teams/charters']);
  const student = { leads: false };
  expect(teamItems(given({ asks, charters }, student)).map(({ headline }) => headline)).toEqual([
    'Say what team you would like',
  ]);
  expect(teamItems(given({ asks: [{ ...asks[0]!, said: true }] }, student))).toEqual([]);
  const [own] = teamItems(given({ charters: [{ teamId: 'flint', missing: 1, own: true }] }, student));
  expect(own).toMatchObject({ teamId: 'flint', headline: 'Agree to your team’s charter' });
});
