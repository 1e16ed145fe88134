import { duplicates, wording } from '@/core/wording';

/** Sentences as students write them: each with the words in it that nobody can measure, none in the second half. */
export const SENTENCES: [text: string, vague: string[]][] = [
  ['The carrier should be light.', ['light']],
  ['It must be strong enough.', ['strong', 'enough']],
  ['The pump is user friendly.', ['user friendly']],
  ['The doser works properly.', ['properly']],
  ['The arm moves smoothly.', ['smoothly']],
  ['It looks attractive.', ['attractive']],
  ['The hinge is flexible.', ['flexible']],
  ['The brake works well.', ['well']],
  ['The tray is as light as possible.', ['as light as possible']],
  ['Repairs are easy.', ['easy']],
  ['The parts are cheap.', ['cheap']],
  ['The machine is quiet.', ['quiet']],
  ['It stops accurately.', ['accurately']],
  ['The carrier is fast.', ['fast']],
  ['The frame is sturdy and small.', ['sturdy', 'small']],
  ['It is safe for children.', ['safe']],
  ['The crank is comfortable.', ['comfortable']],
  ['It needs few parts.', ['few']],
  ['It lasts a long time.', ['long']],
  ['The lid is suitable for wet hands.', ['suitable']],
  ['Reduce the noise.', ['reduce']],
  ['It usually starts.', ['usually']],
  ['The dose is about right.', ['about']],
  ['A nice finish.', ['nice']],
  ['The rope is thick.', ['thick']],
  ['The wheel turns quickly.', ['quickly']],
  ['It is convenient to carry.', ['convenient']],
  ['The bridge is stable.', ['stable']],
  ['Several trays can be taken.', ['several']],
  ['It has a good grip.', ['good']],
  ['The carrier has a mass of at most 900 g.', []],
  ['The gate is 80 cm wide.', []],
  ['The rope is 12 m long.', []],
  ['The crossing takes at most 9 s.', []],
  ['It stops within 0.15 m of the line.', []],
  ['The tray tilts by at most 15 degrees.', []],
  ['It can be repaired with hand tools alone.', []],
  ['The cost is at most 25 credits.', []],
  ['No tray falls in 20 runs.', []],
  ['Each dose is 5 g ± 0.2 g.', []],
  ['It fits through a door of 70 cm.', []],
  ['Two people can lift it.', []],
  ['The lid closes by itself.', []],
  ['The shelf carries 4 kg for an hour.', []],
  ['The wheels have rubber tyres.', []],
  ['It works with gloves on.', []],
  ['The pump lifts 3 l in a minute.', []],
  ['It is made of card and string.', []],
  ['The beam is 3 mm thick.', []],
  ['A child of six can turn the crank.', []],
  ['The post is 1.2 m tall.', []],
  ['The feeder holds seeds as well as grit.', []],
  ['It stands on three feet.', []],
  ['Nothing is glued to the rope.', []],
  ['The sound level is at most 60 dB at 1 m.', []],
  ['It is painted green.', []],
  ['The seat is 40 cm high.', []],
  ['It runs for 10 minutes on one charge.', []],
  ['The drawer opens to the left.', []],
  ['It uses at least two different mechanisms.', []],
];

/** Pairs of statements: those that say the same, then those that do not. */
export const PAIRS: [a: string, b: string, same: boolean][] = [
  ['How heavy may the trays be?', 'the tray: how heavy, may it be', true],
  ['The valve must not leak.', 'Valves do not leak.', true],
  ['The shelf carries 4 kg.', 'Shelves must carry 4 kg.', true],
  ['The speed is measured over 12 m.', 'Speeds are measured over 12 m.', true],
  ['The carrier weighs at most 900 g.', 'The mass of the carrier is no more than 900 g.', true],
  ['It must be repaired with hand tools.', 'Repairs are made with hand tools.', true],
  ['The crossing takes no longer than 9 s.', 'The crossing takes at most 9 s.', true],
  ['How often does it rain there?', 'Does it rain there often?', true],
  ['The lid closes by itself.', 'The lids close by themselves.', true],
  ['Children can use it.', 'A child is able to use it.', true],
  ['The pump is cranked by hand.', 'You crank the pump by hand.', true],
  ['What does it cost at most?', 'What is the maximum cost?', true],
  ['It stops at the landing by itself.', 'It stops by itself at the landing.', true],
  ['The trays must not tip.', 'Trays do not tip.', true],
  ['How tall is the person who lifts it?', 'How tall are the people lifting it?', true],
  ['Two wheels touch the rope.', '2 wheels are touching the rope.', true],
  ['The cost is below 25 credits.', 'It costs less than 25 credits.', true],
  ['Who repairs it?', 'Who will mend it?', true],
  ['The doser gives 5 g of seed.', 'Doser gives 5 g seeds', true],
  ['No part is glued to the rope.', 'Parts are not glued to the rope.', true],
  ['Can it be carried by one person?', 'Can one person carry it?', true],
  ['The brake works when it is wet.', 'Brakes work when wet.', true],
  ['How many trays are taken in a morning?', 'How many trays in a morning are taken?', true],
  ['It must fit through the gate.', 'It fits through the gates.', true],
  ['The gear is printed.', 'Printed gears', true],
  ['The height on the cable is at most 240 mm.', 'At most 240 mm high on the cable.', true],
  ['Where is it stored in winter?', 'Where do you store it in winter?', true],
  ['The seat may not wobble.', 'The seats must not wobble.', true],
  ['It is used from March to June.', 'You use it from March to June.', true],
  ['The rope is made of steel.', 'Steel rope', true],
  ['The carrier weighs at most 900 g.', 'The carrier weighs at most 700 g.', false],
  ['The box is light.', 'The box is heavy.', false],
  ['The crossing takes at most 9 s.', 'The crossing takes at least 9 s.', false],
  ['It may touch the rope.', 'It may not touch the rope.', false],
  ['The gate opens to the left.', 'The gate opens to the right.', false],
  ['How tall is the post?', 'How low is the post?', false],
  ['The pump is fast.', 'The pump is slow.', false],
  ['It stops before the line.', 'It stops after the line.', false],
  ['Three wheels touch the rope.', 'Four wheels touch the rope.', false],
  ['The lid is open at the start.', 'The lid is closed at the start.', false],
  ['The shelf carries 4 kg.', 'The shelf carries 6 kg.', false],
  ['Pull the lever.', 'Push the lever.', false],
  ['The tray is wide.', 'The tray is narrow.', false],
  ['Seeds are stored in the dry.', 'Seeds are stored in the wet.', false],
  ['It is loaded at the top.', 'It is loaded at the bottom.', false],
  ['The carrier stops by itself.', 'The doser is cranked by hand.', false],
  ['How heavy are the trays?', 'How many trays are there?', false],
  ['Who repairs it?', 'Who pays for it?', false],
  ['It must be cheap.', 'It must be expensive.', false],
  ['The cable is 12 m long.', 'The cable is 8 mm thick.', false],
  ['It works in the rain.', 'It works in the dark.', false],
  ['The lid is red.', 'The lid is locked.', false],
  ['When is the event?', 'Where is the event?', false],
  ['The brake acts on the wheel.', 'The brake acts on the rope.', false],
  ['Increase the flow.', 'Decrease the flow.', false],
  ['The cup is full.', 'The cup is empty.', false],
  ['The motor is inside the box.', 'The motor is outside the box.', false],
  ['It costs at most 25 credits.', 'It costs at most 20 credits.', false],
  ['The handle is hot.', 'The handle is cold.', false],
  ['Two people lift it.', 'One person lifts it.', false],
];

/** Share of what should be found that is found, and of what is found that should be; what went wrong, to look at. */
export interface Found {
  recall: number;
  precision: number;
  missed: string[];
  wrong: string[];
}

const judged = (right: number, missed: string[], wrong: string[]): Found => ({
  recall: right / (right + missed.length),
  precision: right / (right + wrong.length),
  missed,
  wrong,
});

/** How well words that nobody can measure are found. */
export function judgeWording(): Found {
  const [missed, wrong]: [string[], string[]] = [[], []];
  let right = 0;
  for (const [text, vague] of SENTENCES) {
    const found = wording({ text }).findings.map(({ word }) => word.toLowerCase());
    right += vague.filter((word) => found.includes(word)).length;
    missed.push(...vague.filter((word) => !found.includes(word)).map((word) => `${word}: ${text}`));
    wrong.push(...found.filter((word) => !vague.includes(word)).map((word) => `${word}: ${text}`));
  }
  return judged(right, missed, wrong);
}

/** How well statements that say the same are found. */
export function judgePairs(): Found {
  const [missed, wrong]: [string[], string[]] = [[], []];
  let right = 0;
  for (const [a, b, same] of PAIRS) {
    const found =
      duplicates({
        statements: [
          { code: 'a', text: a },
          { code: 'b', text: b },
        ],
      }).pairs.length > 0;
    if (same && found) right += 1;
    if (same && !found) missed.push(`${a} / ${b}`);
    if (!same && found) wrong.push(`${a} / ${b}`);
  }
  return judged(right, missed, wrong);
}
