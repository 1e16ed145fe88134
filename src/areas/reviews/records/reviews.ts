import * as yup from 'yup';
import { CLOSERS } from '@/core/reviews/closing';
import { HOLDS } from '@/core/reviews/inUse';
import { OUTCOMES } from '@/core/reviews/outcome';
import { PURPOSES_OF_REVIEW } from '@/core/reviews/usualKinds';
import { conditions, decimal, id, key, line, optionalDate, optionalId, place, prose } from '@/ui/forms/schema';

const upTo = (what: string, most: number) =>
  yup.string().trim().default('').max(most, `${what} may have at most ${most} characters.`);
const needed = (what: string, most = 400) => upTo(what, most).required(`${what} is needed.`);
const minutes = (what: string, min: number, max: number) => decimal(what, { min, max, whole: true });

export const kindSchema = yup.object({
  ...place,
  name: line('The name'),
  purpose: yup.string().oneOf(PURPOSES_OF_REVIEW, 'Choose one of the list.').required(),
  agenda: yup
    .array(yup.object({ title: line('What the point is called'), minutes: minutes('Its minutes', 1, 120) }))
    .default([])
    .min(1, 'An agenda needs at least one point.')
    .max(12, 'At most 12 points.'),
  checklist: prose('The checklist'),
  questions: prose('The questions'),
  remarks: minutes('The remarks', 0, 10),
});
export const usualKindSchema = yup.object({ ...place, name: line('The kind') });
export const removeKindSchema = yup.object({ ...place, id: id('The kind of review') });

export const reviewSchema = yup.object({
  ...place,
  name: line('The name'),
  /** A kind of the project, or the name of a usual one that is taken up with it. */
  kind: key('Choose the kind of review.'),
  sectionId: id('The section'),
  stageId: optionalId(),
  meetings: yup
    .array(yup.string().max(16).required())
    .default([])
    .min(1, 'Choose at least one class meeting.')
    .max(40, 'At most 40 meetings.'),
  minutes: minutes('The time of a team', 2, 240),
  changeover: minutes('The changeover', 0, 60),
  opening: minutes('The time before the first team', 0, 120),
  panels: minutes('The panels', 1, 6),
  ordered: yup
    .string()
    .oneOf(['given', 'drawn', 'behind'] as const)
    .required(),
  peers: yup
    .string()
    .oneOf(['none', 'assigned', 'everybody'] as const)
    .required(),
  clientSits: yup.boolean().default(false),
  asksAgainOn: optionalDate('The day'),
  teams: yup
    .array(yup.object({ id: id('The team') }))
    .default([])
    .min(1, 'At least one team is reviewed.')
    .max(200, 'At most 200 teams.'),
});
export const reviewIdSchema = yup.object({ ...place, id: id('The review') });
export const releasePeersSchema = reviewIdSchema.shape({ released: yup.boolean().required() });
export const ruleSchema = yup.object({ ...place, closer: yup.string().oneOf(CLOSERS).required() });

const ofSlot = { ...place, slotId: id('The team’s part') };
export const slotSchema = yup.object(ofSlot);
export const releaseSchema = yup.object({ ...ofSlot, released: yup.boolean().required() });
export const teamPartSchema = yup.object({
  ...ofSlot,
  answers: yup
    .array(yup.object({ question: upTo('The question', 400), text: upTo('The answer', 600) }))
    .default([])
    .max(12, 'At most 12 answers.'),
  remarks: yup
    .array(yup.object({ text: needed('The remark', 300) }))
    .default([])
    .max(10, 'At most 10 remarks.'),
});

const about = {
  aboutKind: yup.string().max(20).default(''),
  aboutId: optionalId(),
  about: upTo('What it is about', 200),
};
export const ROOM_KINDS = ['must', 'should', 'note', 'good', 'decision', 'question', 'action'] as const;
export type RoomKind = (typeof ROOM_KINDS)[number];
export const roomNoteSchema = yup.object({
  projectId: place.projectId,
  id: id('The note'),
  version: place.version,
  slotId: id('The team’s part'),
  kind: yup.string().oneOf(ROOM_KINDS, 'Choose one of the list.').required(),
  text: needed('What is found').when('kind', {
    is: 'action',
    then: (s) => s.max(160, 'An action may have at most 160 characters.'),
  }),
  ...about,
  ownerId: optionalId().when('kind', { is: 'action', then: (s) => s.required('Choose who does it.') }),
  dueOn: optionalDate('The meeting').when('kind', {
    is: 'action',
    then: (s) => s.required('Choose the class meeting.'),
  }),
  withdraw: yup.boolean().default(false),
});
export const GUEST_KINDS = ['must', 'should', 'note', 'good', 'question'] as const;
export const guestNoteSchema = yup.object({
  projectId: place.projectId,
  id: id('The note'),
  version: place.version,
  slotId: id('The team'),
  kind: yup.string().oneOf(GUEST_KINDS, 'Choose one of the list.').required(),
  text: needed('What you found'),
  ...about,
  withdraw: yup.boolean().default(false),
});
export const opinionSchema = yup.object({
  projectId: place.projectId,
  id: id('The opinion'),
  version: place.version,
  slotId: id('The team'),
  pleases: upTo('What pleases you', 400).test(
    'said',
    'Say what pleases you, what does not, or choose it.',
    (text, { parent }) =>
      Boolean(text || (parent as { displeases?: string }).displeases || (parent as { chosen?: boolean }).chosen),
  ),
  displeases: upTo('What does not', 400),
  chosen: yup.boolean().default(false),
});
export const peerSchema = yup.object({
  projectId: place.projectId,
  id: id('The review'),
  version: place.version,
  slotId: id('The team'),
  clear: needed('What is clear'),
  breaksFirst: needed('What would break first'),
  suggestion: needed('Your suggestion'),
  about: needed('What it is tied to', 200),
  signed: yup.boolean().default(false),
});
export const takeUpSchema = yup.object({
  ...place,
  id: id('The suggestion'),
  takenUpWith: needed('What you made of it'),
  iterationId: optionalId(),
});

export const mergeSchema = yup.object({ ...place, id: id('The finding'), intoId: id('The other finding') });
export const ownerSchema = yup.object({ ...place, id: id('The finding'), ownerId: optionalId() });
export const closeSchema = yup.object({
  ...place,
  id: id('The finding'),
  /** "iteration:<id>", "run:<id>", "picture:<id>" or "reason". */
  evidence: key('Choose what shows it, or close it with a reason.'),
  closedWith: needed('What was done'),
});
export const findingIdSchema = yup.object({ ...place, id: id('The finding') });
export const answerSchema = yup.object({ ...place, id: id('The question'), answer: needed('The answer') });
export const decideSchema = yup.object({
  ...ofSlot,
  verdict: yup
    .string()
    .oneOf(['proceed', 'conditions', 'repeat'] as const, 'Choose the verdict.')
    .required('Choose the verdict.'),
  reason: prose('The reason').when('verdict', {
    is: 'repeat',
    then: (s) => s.required('Say why it is repeated; the team reads it.'),
  }),
  conditions: conditions().when('verdict', {
    is: 'conditions',
    then: (s) => s.min(1, 'Name at least one condition; without one, the team proceeds.'),
  }),
});

export const outcomeSchema = yup.object({
  ...place,
  teamId: id('The team'),
  statementId: id('The wish'),
  state: yup.string().oneOf(OUTCOMES, 'Choose one of the list.').required(),
  how: upTo('How', 400),
  reason: upTo('The reason', 400).when('state', {
    is: (state: string) => state !== 'met',
    then: (s) => s.required('Say why it is not as the client wished.'),
  }),
});
export const clientOutcomeSchema = yup.object({
  projectId: place.projectId,
  id: id('The wish'),
  version: place.version,
  agrees: yup
    .string()
    .oneOf(['yes', 'no'] as const, 'Say yes or no.')
    .required('Say yes or no.'),
  comment: upTo('The comment', 400),
});
export const useReportSchema = yup.object({
  projectId: place.projectId,
  id: id('The report'),
  slotId: id('The product'),
  holds: yup.string().oneOf(HOLDS, 'Choose one of the list.').required('Say how it holds.'),
  says: upTo('How it holds', 1000),
  broke: upTo('What broke', 400),
});
