import fc from 'fast-check';
import { MOST_ROWS, readRoster } from './roster';

const good = [
  { line: 2, name: 'Ada Fern', number: '12', team: 'Flint', role: 'builder', problem: null },
  { line: 3, name: 'Bo Reed', number: '13', team: 'Marl', role: '', problem: null },
];

test.each([
  ['commas', 'Name,Student number,Team,Role\nAda Fern,12,Flint,builder\nBo Reed,13,Marl,'],
  ['semicolons', 'Name;Student number;Team;Role\nAda Fern;12;Flint;builder\nBo Reed;13;Marl;'],
  ['tabs of a spreadsheet', 'Name\tStudent number\tTeam\tRole\nAda Fern\t12\tFlint\tbuilder\nBo Reed\t13\tMarl\t'],
  ['another order of columns', 'role,team,student_no,NAME\nbuilder,Flint,12,Ada Fern\n,Marl,13,Bo Reed'],
  ['first and last names', 'Given name,Surname,ID,Group,Role\nAda,Fern,12,Flint,builder\nBo,Reed,13,Marl,'],
  [
    'a byte order mark and Windows lines',
    '\uFEFFname,number,team,role\r\nAda Fern,12,Flint,builder\r\nBo Reed,13,Marl,\r\n',
  ],
  ['quotes and spaces', '"name" , "student number","team","role"\n" Ada Fern ",12, Flint ,builder\n"Bo Reed",13,Marl,'],
  [
    'columns nobody asked for',
    'name,locker,student number,team,role\nAda Fern,A9,12,Flint,builder\nBo Reed,B1,13,Marl,',
  ],
])('reads %s', (_name, text) => {
  expect(readRoster(text)).toEqual({ rows: good, problem: null, guessed: null });
});

test('a comma in quotes belongs to the name', () => {
  expect(readRoster('name,team\n"Fern, Ada",Flint').rows[0]).toMatchObject({ name: 'Fern, Ada', team: 'Flint' });
});

test.each<[string, string, RegExp]>([
  ['nothing', '', /Paste the roster first/],
  ['blank lines', ' \n \n', /Paste the roster first/],
  ['neither a header nor what could be names', 'Ada,12,Flint\nBo,13,Marl', /No column with names/],
  ['two columns that could be the names', 'Ada Fern,Bo Reed\nCy Clay,Di Dale', /No column with names/],
  ['a header alone', 'name,team', /no student below it/],
  [
    'too many',
    `name\n${Array.from({ length: MOST_ROWS + 1 }, (_, i) => `S ${i}`).join('\n')}`,
    /at most 300 students; this one has 301/,
  ],
])('%s is refused as a whole', (_name, text, problem) => {
  const roster = readRoster(text);
  expect(roster.problem).toMatch(problem);
  expect(roster.rows).toEqual([]);
});

test('each bad row is named and the others stay', () => {
  const { rows } = readRoster(
    [
      'name,student number,team',
      'Ada Fern,12,Flint',
      ',14,Flint',
      `${'x'.repeat(161)},15,Flint`,
      'Bo Reed,12,Marl',
      'Cy Clay,,Marl',
      'cy clay,,Flint',
      `Di Dale,16,${'t'.repeat(61)}`,
    ].join('\n'),
  );
  expect(rows.map((row) => row.problem)).toEqual([
    null,
    'The name is missing.',
    'The name is longer than 160 characters.',
    'The same student number stands in line 2.',
    null,
    'The same name stands in line 6.',
    'The team is longer than 60 characters.',
  ]);
  expect(rows.map((row) => row.line)).toEqual([2, 3, 4, 5, 6, 7, 8]);
});

test.each([
  ['Ada Fern,12,Flint\nBo Reed,13,Marl\nCy Clay,14,Flint', 'name, student number, team'],
  ['12\tFern, Ada\n13\tReed, Bo', 'student number, name'],
  ['Flint;Ada Fern;S-12\nFlint;Bo Reed;S-13', 'team, name, student number'],
  ['Ada Fern\nBo Reed', 'name'],
])('without a header line %j is read by what stands in the columns', (text, guessed) => {
  const roster = readRoster(text);
  expect(roster).toMatchObject({ problem: null, guessed });
  expect(roster.rows[0]).toMatchObject({ line: 1, problem: null });
  expect(roster.rows[0]!.name).toMatch(/Ada/);
});

test('two students of one name are told apart by their numbers', () => {
  const { rows } = readRoster('name,student number\nAda Fern,1\nAda Fern,2');
  expect(rows.every((row) => row.problem === null)).toBe(true);
});

test('whatever is pasted, there is an answer and no exception', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 400 }), fc.boolean(), (text, headed) => {
      const { rows, problem } = readRoster(headed ? `name,team\n${text}` : text);
      expect(problem === null ? rows.length > 0 : rows.length === 0).toBe(true);
    }),
  );
});
