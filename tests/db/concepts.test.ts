import { randomUUID } from 'node:crypto';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { pool } from '@/db/connection';
import {
  creditPart,
  decideConcept,
  grantException,
  releaseConcepts,
  removeConcept,
  saveRound,
} from '@/areas/concepts/write/actions';
import { recordClientComment, recordComment, recordConcept } from '@/areas/concepts/write/commands';
import { listComments } from '@/areas/concepts/read/comments';
import { search } from '@/shell/find/search';
import { removePicture } from '@/shell/pictures/actions';
import { keepPicture } from '@/shell/pictures/commands';
import {
  castBallot,
  closeSelection,
  markAgainstDatum,
  rateConcepts,
  saveSelection,
} from '@/areas/concepts/write/selection/actions';
import { recordClientChoice } from '@/areas/concepts/write/selection/commands';
import { matrixOf, sideBySide } from '@/areas/concepts/read/selection/results';
import { listSelections } from '@/areas/concepts/read/selection';
import { findSeat } from '@/server/access';
import { signedIn } from '@/server/actor';
import { perform } from '@/server/perform';
import { listConcepts } from '@/areas/concepts/read/concepts';
import { asLink, asPerson, demoProject, done, ownDatabase, refused, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
const [requirement, person] = [new Map<string, string>(), new Map<string, string>()];
const concept = new Map<string, string>();
const claims = (given: Record<string, [value: string, unit: string, off?: string]>) =>
  Object.entries(given).map(([code, [value, unit, uncertainty = '']]) => ({
    requirementId: requirement.get(code)!,
    how: '',
    value,
    unit,
    uncertainty,
    answer: '',
  }));
const idea = (more: object = {}) => ({
  projectId: p.id,
  id: randomUUID(),
  version: null,
  title: 'Kite',
  steps: [{ text: 'It flies across' }],
  claims: claims({ 'R-01': ['850', 'g', '20'] }),
  risks: '',
  takesOver: '',
  ...more,
});
const hand = (more: object = {}) => perform(recordConcept, idea(more));
const seat = async () => (await findSeat(pool(), await signedIn(), p.id))!;
const seen = async () => (await listConcepts(pool(), await seat())).map(({ title }) => title);
const as = (name: string) => asPerson(person.get(name)!);
const release = async (section: string, released: boolean) => {
  await asPerson(p.instructorId);
  done(await releaseConcepts({ projectId: p.id, sectionId: p.sections[section]!, released }));
};
const find = async (title: string) => {
  await asPerson(p.instructorId);
  return (await listConcepts(pool(), await seat())).find((one) => one.title === title)!;
};

beforeAll(async () => {
  p = await demoProject('ideas');
  const sql = pool();
  for (const one of await sql<
    { id: string; code: string }[]
  >`select id, code from requirement where project_id = ${p.id}`)
    requirement.set(one.code, one.id);
  const people = await sql<{ id: string; name: string }[]>`
    select a.id, a.name from enrolment e join account a on a.id = e.account_id where e.project_id = ${p.id}`;
  for (const one of people) person.set(one.name.split(' ')[0]!, one.id);
  for (const one of await sql<
    { id: string; title: string }[]
  >`select id, title from concept where project_id = ${p.id}`)
    concept.set(one.title, one.id);
});
beforeEach(() => asPerson(p.instructorId));

describe('own ideas first', () => {
  test('others’ are hidden until the release, from teammates too; then the section sees all, and another section none', async () => {
    await as('Rosa');
    done(await hand({ title: 'Of Rosa' }));
    expect(await seen()).toEqual(['Of Rosa']);
    await as('Emil'); // of the same team
    expect(await seen()).toEqual(['Gimbal basket']);
    await as('Nour');
    expect(await seen()).not.toContain('Of Rosa');
    expect(await seen()).toContain('Quiet roller'); // her section is released
    await release('5', true);
    await as('Emil');
    expect(await seen()).toContain('Of Rosa');
    await as('Nour');
    expect(await seen()).not.toContain('Of Rosa');
    await release('5', false);
  });

  test('a repeat of the same entry is one concept; after the release it stays as it was', async () => {
    await as('Malik');
    const mine = idea({ title: 'Of Malik' });
    done(await perform(recordConcept, mine));
    done(await perform(recordConcept, mine));
    expect((await seen()).filter((title) => title === 'Of Malik')).toHaveLength(1);
    done(await perform(recordConcept, { ...mine, title: 'Of Malik, better', version: 1 }));
    expect(await perform(recordConcept, { ...mine, title: 'Other', version: 1 })).toMatchObject({
      ok: false,
      conflict: { theirs: { title: 'Of Malik, better' } },
    });
    await as('Rosa'); // nobody else writes it
    expect(await perform(recordConcept, { ...mine, title: 'Hers', version: 2 })).toMatchObject({ denied: true });
    await release('5', true);
    await as('Malik');
    expect(refused(await perform(recordConcept, { ...mine, version: 2 }))['']).toMatch(/released/);
    expect(refused(await removeConcept({ projectId: p.id, id: mine.id }))['']).toMatch(/released/);
    await release('5', false);
    await as('Malik');
    done(await removeConcept({ projectId: p.id, id: mine.id }));
    expect(await seen()).toEqual([]);
  });

  test('the search finds a concept for whoever may see it, and for nobody else', async () => {
    const found = async (name: string | null) => {
      await (name ? as(name) : asPerson(p.instructorId));
      return (await search(pool(), await seat(), 'gimbal')).map(({ title }) => title);
    };
    expect(await found('Emil')).toEqual(['Gimbal basket']); // its author
    expect(await found('Rosa')).toEqual([]); // of the same team
    expect(await found('Nour')).toEqual([]);
    expect(await found(null)).toEqual(['Gimbal basket']);
    await release('5', true);
    expect(await found('Rosa')).toEqual(['Gimbal basket']);
    expect(await found('Nour')).toEqual([]); // of another section
    await release('5', false);
  });

  test('without a step, with a number of another kind, or an uncertainty of nothing: said at its place', async () => {
    await as('Leo');
    expect(refused(await hand({ steps: [] })).steps).toMatch(/at least one step/);
    const row = (more: object) => ({ claims: [{ ...claims({ 'R-01': ['850', 'g'] })[0]!, ...more }] });
    expect(refused(await hand(row({ unit: 'mm' })))['claims.0.unit']).toMatch(/./);
    expect(refused(await hand(row({ value: '', uncertainty: '3' })))['claims.0.uncertainty']).toMatch(/number/);
    expect(refused(await hand(row({ value: 'light' })))['claims.0.value']).toMatch(/./);
    expect(await seen()).not.toContain('Kite');
  });

  test('a sketch that is no picture is refused, and so is one too large to unpack; nobody else adds one', async () => {
    await as('Hana');
    const mine = idea({ title: 'Of Hana' });
    done(await perform(recordConcept, mine));
    const of = { projectId: p.id, objectKind: 'concept', objectId: mine.id };
    const keep = (bytes: Uint8Array) => perform(keepPicture(bytes), { ...of, id: randomUUID() });
    expect(refused(await keep(Buffer.from('GIF89a no picture')))['']).toMatch(/no picture/);
    const bomb = pngOf(30_000, 30_000);
    expect(refused(await keep(bomb))['']).toMatch(/25 megapixels/);
    const withPlace = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a31' } })
      .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
      .jpeg()
      .toBuffer();
    expect((await sharp(withPlace).metadata()).exif).toBeDefined();
    const { id } = done(await keep(withPlace));
    const [kept] = await pool()<[{ bytes: Buffer }]>`select bytes from attachment where id = ${id}`;
    expect((await sharp(kept.bytes).metadata()).exif).toBeUndefined();
    await as('Finn');
    expect(await keep(withPlace)).toMatchObject({ denied: true });
    await release('5', true);
    await as('Hana');
    expect(refused(await keep(withPlace))['']).toMatch(/stays as it was/);
    expect(refused(await removePicture({ projectId: p.id, id, version: 1 }))['']).toMatch(/stays as it was/);
    await release('5', false);
  });

  test('a picture is decoded for those who may keep it alone, and while no connection is held for it', async () => {
    await as('Hana');
    const mine = idea({ title: 'With a sketch' });
    done(await perform(recordConcept, mine));
    const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a31' } })
      .png()
      .toBuffer();
    const own = keepPicture(bytes);
    const order: string[] = [];
    const command: typeof own = {
      ...own,
      prepare: async (input, seat) => {
        order.push('decoded');
        expect(pool()).toBeTruthy();
        await own.prepare!(input, seat);
      },
      run: (work, input) => {
        order.push('kept');
        expect(() => pool()).toThrow(/inside a transaction/);
        return own.run(work, input);
      },
    };
    const picture = { projectId: p.id, objectKind: 'concept', objectId: mine.id, id: randomUUID() };
    await as('Finn');
    expect(await perform(command, picture)).toMatchObject({ denied: true });
    expect(order).toEqual([]);
    await as('Hana');
    done(await perform(command, picture));
    expect(order).toEqual(['decoded', 'kept']);
  });

  test('how many are wanted can be set once by two at once', async () => {
    const [found] = await pool()<[{ id: string; version: number }]>`
      select id, version from concept_round where section_id = ${p.sections['5']!}`;
    const round = { projectId: p.id, sectionId: p.sections['5'], ...found, dueOn: '2026-10-28', minutes: '4' };
    done(await saveRound({ ...round, wanted: '2' }));
    expect(await saveRound({ ...round, wanted: '3' })).toMatchObject({
      ok: false,
      conflict: { theirs: { wanted: '2' } },
    });
    expect(refused(await saveRound({ ...round, wanted: '0' })).wanted).toMatch(/at least 1/);
  });
});

describe('feasibility', () => {
  test('what breaks a must by its own number passes only with a recorded exception; left needs a reason', async () => {
    const sled = await find('Sled on a waxed runner');
    const place = { projectId: p.id, id: sled.id };
    const decide = (version: number, fate: string, reason = '') => decideConcept({ ...place, version, fate, reason });
    expect(refused(await decide(sled.version, 'chosen'))['']).toMatch(/R-02, R-04.*exception/);
    expect(refused(await decide(sled.version, 'not chosen')).reason).toMatch(/words its author may read/);
    done(await grantException({ ...place, version: sled.version, exception: 'As a trial of the wax.' }));
    expect(await decide(sled.version, 'chosen')).toMatchObject({ ok: false, conflict: {} });
    done(await decide(sled.version + 1, 'chosen'));
    expect(await find('Sled on a waxed runner')).toMatchObject({ fate: 'chosen', exceptionBy: expect.any(String) });
  });

  test('a part of one is carried into another and stays credited', async () => {
    const [from, into] = [await find('Quiet roller'), await find('Drop-in saddle')];
    done(await creditPart({ projectId: p.id, fromId: from.id, intoId: into.id, what: 'Cork wheels' }));
    expect((await find('Drop-in saddle')).credits).toMatchObject([{ what: 'Cork wheels', fromAuthor: 'Petra Holm' }]);
    expect(refused(await creditPart({ projectId: p.id, fromId: into.id, intoId: into.id, what: 'x' })).fromId).toMatch(
      /from one/,
    );
  });
});

describe('selection', () => {
  let id: string;
  const choose = ['Twin trolley with a hanging cradle', 'Cord brake carrier', 'Drop-in saddle'];
  const criteria = [
    { id: '', requirementId: '', name: 'Mass', weight: '3', anchors: '' },
    { id: '', requirementId: '', name: 'Loading', weight: '1', anchors: '' },
  ];
  const now = async () => {
    await asPerson(p.instructorId);
    return (await listSelections(pool(), await seat())).find((one) => one.id === id)!;
  };
  const criterion = async (name: string) => (await now()).criteria.find((one) => one.name === name)!.id;
  const rate = async (who: string, given: Record<string, [string, string]>) => {
    const [mass, loading] = [await criterion('Mass'), await criterion('Loading')];
    await as(who);
    return rateConcepts({
      projectId: p.id,
      selectionId: id,
      scores: Object.entries(given).flatMap(([title, [a, b]]) => [
        { conceptId: concept.get(title)!, criterionId: mass, score: a },
        { conceptId: concept.get(title)!, criterionId: loading, score: b },
      ]),
    });
  };

  beforeAll(async () => {
    await asPerson(p.instructorId);
    const ids = choose.map((title) => concept.get(title)!);
    const input = { projectId: p.id, sectionId: p.sections['2'], name: 'Second round', picks: '2', criteria };
    expect(refused(await saveSelection({ ...input, concepts: [ids[0]] })).concepts).toMatch(/at least two/);
    expect(
      refused(await saveSelection({ ...input, concepts: ids, datumId: concept.get('Rope shuttle') })).datumId,
    ).toMatch(/among/);
    id = done(await saveSelection({ ...input, concepts: ids, datumId: ids[1] })).id;
  });

  test('raters leave gaps, which count for nothing; nothing is decided while a cell is empty', async () => {
    expect(await rate('Nour', { [choose[0]!]: ['3', '5'], [choose[1]!]: ['5', ''] })).toMatchObject({
      ok: true,
      notes: ['1 left open: they count for nothing, and you can fill them later'],
    });
    expect(matrixOf(await now())).toMatchObject({ decision: null, raters: 1 });
    done(await rate('Kofi', { [choose[0]!]: ['2', '1'], [choose[1]!]: ['5', '3'], [choose[2]!]: ['2', '5'] }));
    const matrix = matrixOf(await now());
    expect(matrix.decision?.winner).toBe(concept.get(choose[1]!));
    expect([...matrix.cells.values()].filter(({ contested }) => contested)).toMatchObject([{ spread: 4 }]);
    expect(refused(await rate('Nour', { [choose[0]!]: ['6', '5'] }))['scores.0.score']).toMatch(/1 to 5/);
  });

  test('a student of another section, or before the release, can’t rate', async () => {
    expect(await rate('Emil', { [choose[0]!]: ['1', '1'] })).toMatchObject({ denied: true });
  });

  test('a concept withdrawn while it is rated is left out with a word, and the rest is kept', async () => {
    await release('2', false);
    await as('Tomas');
    done(await removeConcept({ projectId: p.id, id: concept.get('Drop-in saddle')! }));
    await release('2', true);
    const outcome = await rate('Mira', { [choose[0]!]: ['3', '3'], 'Drop-in saddle': ['5', '5'] });
    expect(outcome).toMatchObject({ ok: true, result: { kept: 2 } });
    expect(outcome.ok && outcome.notes[0]).toMatch(/One concept was withdrawn meanwhile/);
    expect((await now()).concepts).toHaveLength(2);
  });

  test('schools side by side: matrix, datum and votes', async () => {
    const { id: selectionId, criteria: found } = await now();
    await asPerson(p.instructorId);
    done(
      await markAgainstDatum({
        projectId: p.id,
        selectionId,
        marks: found.map((one, i) => ({
          conceptId: concept.get(choose[0]!),
          criterionId: one.id,
          mark: i ? '1' : '-1',
        })),
      }),
    );
    const again = { projectId: p.id, selectionId, marks: [] }; // seen before these marks
    expect(refused(await markAgainstDatum(again))['']).toMatch(/compared them meanwhile/);
    for (const [who, first] of [
      ['Ilse', 0],
      ['Sam', 0],
      ['Bea', 1],
    ] as const) {
      await as(who);
      const ranking = [{ conceptId: concept.get(choose[first]!)! }];
      done(await castBallot({ projectId: p.id, selectionId, ranking }));
      expect(
        refused(await castBallot({ projectId: p.id, selectionId, ranking: [...ranking, ...ranking] })).ranking,
      ).toMatch(/one place/);
    }
    const selection = await now();
    const says = Object.fromEntries(sideBySide(selection, matrixOf(selection)).map((one) => [one.school, one.first]));
    const [twin, cord] = [concept.get(choose[0]!)!, concept.get(choose[1]!)!];
    expect(says).toMatchObject({ matrix: [cord], datum: [cord], approval: [twin], condorcet: [twin] });
  });

  test('the client’s link used twice at once: one choice stands, the other hand sees it', async () => {
    await asLink(p.id, { purpose: 'client', label: 'Fernhollow' });
    const pick = (title: string, reason: string, version: number | null = null) =>
      perform(recordClientChoice, {
        projectId: p.id,
        id: randomUUID(),
        selectionId: id,
        version,
        picks: [{ conceptId: concept.get(title)!, reason }],
      });
    const outcomes = await Promise.all([pick(choose[0]!, 'Level'), pick(choose[1]!, 'Light')]);
    expect(outcomes.filter((one) => one.ok)).toHaveLength(1);
    expect(outcomes.find((one) => !one.ok)).toMatchObject({ conflict: { version: 1 } });
    expect(refused(await pick(choose[0]!, '', 1)).picks).toMatch(/why/);
    expect(refused(await pick('Rope shuttle', 'x', 1)).picks).toMatch(/withdrawn|reload/);
    done(await pick(choose[1]!, 'We can mend it', 1));
    const twice = { conceptId: concept.get(choose[0]!)!, reason: 'a' };
    const input = { projectId: p.id, id: randomUUID(), selectionId: id, version: 2 };
    expect(refused(await perform(recordClientChoice, { ...input, picks: [twice, twice] })).picks).toMatch(/twice/);
    expect((await now()).choice?.picks).toHaveLength(1);
    await asPerson(p.instructorId);
    done(await closeSelection({ projectId: p.id, id, closed: true }));
    await asLink(p.id, { purpose: 'client', label: 'Fernhollow' });
    expect(refused(await pick(choose[0]!, 'Late', 2))['']).toMatch(/closed/);
    expect(refused(await rate('Kofi', { [choose[0]!]: ['1', '1'] }))['']).toMatch(/closed/);
  });

  test('comments: the class once it is released, the client on what is put before them', async () => {
    const say = (title: string, path = recordComment) =>
      perform(path, { projectId: p.id, id: randomUUID(), conceptId: concept.get(title)!, text: 'Well thought out' });
    await as('Kofi');
    done(await say('Cord brake carrier'));
    expect(await say('Parachute carrier')).toMatchObject({ denied: true });
    await asLink(p.id, { purpose: 'client', label: 'Fernhollow' });
    done(await say('Cord brake carrier', recordClientComment));
    expect(refused(await say('Rope shuttle', recordClientComment))['']).toMatch(/not put before/);
    const said = await listComments(pool(), p.id, concept.get('Cord brake carrier')!);
    expect(said.map(({ by, byClient }) => [by, byClient])).toEqual([
      ['Kofi Brandel', false],
      ['Fernhollow', true],
    ]);
  });
});

/** A PNG that says it has this size; what it holds would unpack to that many white pixels. */
function pngOf(width: number, height: number): Buffer {
  const chunk = (kind: string, body: Buffer) => {
    const named = Buffer.concat([Buffer.from(kind), body]);
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(body.length);
    sum.writeUInt32BE(crc32(named));
    return Buffer.concat([length, named, sum]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([1, 0, 0, 0, 0], 8); // one bit a pixel, grey
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  const rows = deflateSync(Buffer.alloc((width / 8 + 1) * height, 0xff));
  return Buffer.concat([signature, chunk('IHDR', head), chunk('IDAT', rows), chunk('IEND', Buffer.alloc(0))]);
}
