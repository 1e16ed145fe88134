import type { SheetName } from '@/ui/sheet/purposes';

/** What is done on each sheet, in the order in which one does it. */
export const HOW: Record<SheetName, readonly string[]> = {
  '': [
    'Each line names a team, says what is the matter, and leads to the place where it is dealt with.',
    'In a new project, First steps stand above: section, roster, event, first run, first standing.',
  ],
  brief: [
    'Write the challenge, the rules, the dates that can’t move, and the hazards; publish it when it is ready. Each publication is kept, and students see what was changed.',
    'A client gets a link: they read the brief and answer questions in writing, without an account.',
  ],
  interview: [
    'Students propose questions before the client comes. During the visit everybody takes notes; afterwards the notes are merged into one answer for each question.',
    'A sentence of the client can be marked, and a requirement made from it.',
  ],
  requirements: [
    'A requirement is a limit with a unit, a yes or no, or a wish with a weight. Say how it is proven: by measuring, by a test, by looking.',
    'Compliance shows each team against each requirement. A value too close to a limit for its instrument is inconclusive: neither met nor missed.',
  ],
  schedule: [
    'Enter when sections meet and when they don’t, then the stages. The plan is laid out backwards from the event; slack and what a team is behind are counted in class meetings.',
    'What if tries a change without saving it: a cancelled week, a longer stage. Gates stop work until their items are shown.',
  ],
  concepts: [
    'Everybody hands in a sketch of their own before anybody sees the others’. Then concepts are compared with the requirements, by a weighted table, against a datum, by the client or by a vote.',
  ],
  teams: [
    'Paste the roster, with a first line that names the columns or without. Sign-in slips carry a code for the camera and a short one to type.',
    'Teams can be formed by wishes, by mixed skills, or by hand; draws are made so that nobody can dispute them.',
  ],
  builds: [
    'Record each iteration with what was changed and why. The first is made by itself with a team’s first run, and completed later.',
    'An iteration comes from one or several earlier ones, also from a released one of another team. Name each change by itself, from what to what. A change may claim something, such as “lighter”; the figures then say whether it is so.',
    'Choose a team to see where its design went. Compare puts two iterations side by side and says what may be concluded. Features follows a feature from the team that had it first. Class shows all designs on one scale, and what the course asks for.',
    'Was it built more than once? Tell its copies apart: each run then says which one it was made with, what broke and what was repaired is noted, and the runs show whether the copies are alike. What is chosen at a run, such as an angle, is a setting of the protocol and makes no new iteration; runs at different settings are never averaged together. A property can be read several times; the mean counts, and the spread goes into the ±.',
    'A bill of materials is added up against the limits and the scale; a line that the brief does not allow is named with its rule. Materials says what the class has used, and what will run out. On paper prints one page for each team.',
    'Values that a formula of an event uses stay as they are once official attempts were made with them.',
  ],
  bench: [
    'A protocol says how a test is made, so that everybody tests the same way: what is measured, with which instrument, under which conditions. Add a usual test and change it, or write your own. It can measure several things in one run and work out others by a formula; units take care of themselves.',
    'When you change a condition, runs made before stay with the earlier version of the protocol, and the two are never averaged. A practice run can be left out with a reason, which stays in view.',
    'Sheet shows all of a protocol and prints a blank results sheet. Type in a sheet takes what was written down by hand: type it, or paste it from a spreadsheet. Nothing is lost when the line breaks.',
    'Enter runs is made for a phone at the rig. It works without a connection: what was entered waits on the device and is sent when the line is back. A value that looks like a slip is asked back, with what it was most likely meant to be; a condition that was off, a run far from the others and runs that creep are told at once, and the run is kept.',
    'Results shows every run as a dot beside the limit. Choose a team: each iteration is compared with the one before, in a sentence that says by how much they differ, or how many runs would tell, and what else changed between them. Conclude keeps what the team makes of it; when newer runs say otherwise, it is marked.',
    'Series is for runs over one setting, such as an angle: how much the result follows it, where its best point lies and how sure that is, and where the next run tells most.',
    'Class board shows how all teams stand beside what is asked and last season’s best, and who has no valid run yet. Students see it once you release it.',
  ],
  reviews: [
    'Plan a review over class meetings: how long each team has, in which order, who sits on the panel. It says at once whether that fits, and what would. Each team sees when it is on. Seven kinds are there to start from (Kinds), each with an agenda, a checklist, and questions that teams answer beforehand.',
    'A team’s packet puts itself together from what is recorded, and marks what is new since its last review. Freeze it to keep it as it was shown; at the latest it is frozen when the team begins. Readiness is said in a sentence with its reasons.',
    'In the room, everybody on the panel notes what must or should be mended, what is good, decisions, open questions, and actions with an owner and a class meeting, on a phone and also without a connection. Visitors note by a link. Merge two findings that say the same; both people stay named.',
    'The verdict is to proceed, to proceed with conditions, or to repeat the review. A gate can ask for a review; the conditions are then conditions of the gate. The team reads the minutes once you release them.',
    'Students review another team in three short answers, signed or not. You release the reviews, and see whose suggestions were taken up.',
    'Findings stay on Today until they are closed with an iteration, a run, a picture, or a reason. What several teams were told is named at the top, with who can show how it is solved.',
    'An unveiling puts each wish of the client next to what became of it. The client agrees or not, on a phone, and is asked again weeks later how it holds.',
  ],
  grades: [
    'A rubric has criteria with levels in words, or plain scales. Start from a usual one and change it. Each criterion says who scores it: judges, the instructor, the client, students of other teams, or the program, which counts what is in the record. Students read the rubric from the start, with worked examples.',
    'Each judge gets a link and scores on a phone, also without a connection. Where there is too little time for all, plan who judges whom: scores stay comparable as long as judges have teams in common.',
    'Compare judges: what they should talk about, how far they agree, who is strict or mild, and what evening that out changes. The rubric says which mean counts. A changed score keeps the first one. A rubric that was used gets a new edition when you change it; what was scored stays with its own.',
    'Members rate each other on questions with anchors (Peer rating). Only the instructor reads the answers. A factor comes of them, with a word where two lift each other or too few have answered; the record of each member stands beside it.',
    'Components say what a grade is made of: rubrics, events under a rule, marks. Try a rule on this class and an earlier one before you announce it. The grade sheet opens the arithmetic behind every figure, says what is missing, and saves the columns your school’s system wants. Marks given elsewhere come in as CSV.',
    'Release shows each student the own page, and nobody another’s. A change after that needs a reason, which the student reads; the former grade stays on the page. When evidence changes after the release, Today says so.',
  ],
  event: [
    'Entry inspection looks at each device point by point. The value as read decides; where it lies too close to the limit to be sure, the inspector may decide either way and says why. A waiver has a reason. A repair breaks the seal and asks for a new look at what it touched.',
    'A contest lets teams meet: knock-out, double knock-out, everyone against everyone, Swiss rounds, or heats against the clock. Opening freezes the order of the teams. The programme says when it ends and who is needed where. At the desk you call, start, time and enter results, on several phones at once and without a line; when two desks differ, both entries are shown and you choose one. A correction shows what it changes before it is kept.',
    '“Stop all starts” at the desk holds every match, run and machine until somebody says what was done. First aid and local rules come first.',
    'Awards are found by a rule, handed over from last to first, and printed as certificates. Boards, the announcer’s page and the vote of the audience open by a link.',
    'An event is a protocol with a rule: how many attempts, which counts, how a value becomes points. Try a value in the form before you save it.',
    'Every run is practice until you open the event for a section, at once or at a time. From then on runs at the rig are attempts. Officials enter them: students named for it (never for their own team), or helpers with a link.',
    'Nobody but an official or the instructor corrects or withdraws an attempt. A reason is asked for, and the team reads it on Today.',
  ],
  standings: [
    'Choose which events and rubrics count and how much. Follow a place back to its points, the attempt, the protocol, the design, and the client’s own words.',
    'Students and boards see what you publish: a snapshot that later runs don’t change.',
  ],
  legacy: ['Last season’s best results with their designs: what was good, what was not.'],
  safety: [
    'Assign hazards to materials, machines, stages and protocols; the cautions appear where the work is done. Work that needs training is held until you have signed.',
    'Local codes, the school’s rules and licensed practice come first, always.',
  ],
  history: [
    'Choose a change to see it before and after, and restore it, or undo everything a person did between two times.',
    'When you have removed something, the remark offers Undo; it shows what returns, with all that went along.',
  ],
  data: [
    'Save the whole project as one file and import it again, here or elsewhere. Erase a person: their name goes everywhere, the work stays with the team.',
  ],
};

/** The words of the program, as a teacher would explain them. */
export const GLOSSARY: readonly (readonly [word: string, means: string])[] = [
  ['Attempt', 'A run that counts in an event, with a number.'],
  ['Benchmark', 'The result to beat, usually last season’s best.'],
  ['Claim', 'What a change is said to do, such as lighter or faster; the figures before and after say whether it did.'],
  ['Component', 'What the standings add up: an event or a rubric, with its weight.'],
  ['Compliance', 'Each design against each requirement, with the evidence.'],
  ['Concept', 'An idea for a design, before anything is built.'],
  [
    'Conforms / fails / inconclusive',
    'What the measured value says about a limit. Inconclusive: closer to it than the instrument can tell.',
  ],
  ['Datum', 'The concept that all others are compared with.'],
  ['Deliverables', 'What the client gets: the product, and the account of why it is as it is.'],
  ['Derived quantity', 'What is worked out from readings by a formula, such as power from voltage and current.'],
  ['Feature', 'Something a design has, such as a brake or a keel; it can be followed from team to team.'],
  ['Foul', 'A run against the rules. The event says whether its value counts.'],
  ['Gate', 'A point in the plan that opens only when its items are shown.'],
  ['Hand-in', 'What a team hands in at the end of a stage.'],
  ['Hold', 'What stops work for now: a shut gate, a missing sign-off, a closed machine.'],
  ['Interface', 'Where two parts meet and must fit.'],
  ['Iteration', 'One version of a team’s design, numbered from 1.'],
  ['Machine', 'A machine or rig that is booked.'],
  ['Meeting', 'One lesson of a section. Time is counted in meetings, not days.'],
  ['Official', 'Somebody who enters, corrects and withdraws attempts of an event.'],
  ['Practice run', 'A run that counts nowhere but in a team’s own records.'],
  ['Protocol', 'How a test is made, so that results can be compared.'],
  ['Reading', 'One value that was read in a run.'],
  ['Requirement', 'What the product must do, or must not exceed.'],
  ['Rubric', 'Criteria with points, for what can’t be measured.'],
  ['Run', 'One performance of a device under a protocol.'],
  ['Section', 'One class of students that meets at the same times.'],
  ['Slack', 'Meetings left over before the event once all stages are laid out.'],
  ['Stage', 'A part of the plan with a length in meetings.'],
  ['Uncertainty', 'How far a reading may be from the true value, from the instrument’s own limits.'],
];
