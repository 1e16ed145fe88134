/**
 * Who may do what: the one place that decides. Pages, route handlers and server actions name a permission and
 * ask `may`; the tables ROUTES and ACTIONS list every door of the app, and a test compares them with the
 * production build's manifests.
 */
export type Role = 'instructor' | 'student' | 'client' | 'judge' | 'board' | 'substitute' | 'visitor';

/** What is known of the person in relation to the thing asked for. */
export interface Standing {
  role: Role;
  /** The object belongs to the person's team (student) or to the rubric and judge of the link. */
  own: boolean;
  /** The instructor has published the object to the section. */
  released: boolean;
  /** A gate that is shut, a missing sign-off or a closed machine stands before it. */
  held?: boolean;
}

type Rule = (standing: Standing) => boolean;
type Row = Partial<Record<Role, Rule>>;

const always: Rule = () => true;
const own: Rule = (s) => s.own;
const ownOrReleased: Rule = (s) => s.own || s.released;
const released: Rule = (s) => s.released;
const instructors: Row = { instructor: always };
const classroom: Row = { instructor: always, student: always };
/** What is held is held for everybody: the instructor opens the gate, with a reason that stays visible. */
const free: Rule = (s) => !s.held;
const ownAndFree: Rule = (s) => s.own && !s.held;

export const POLICY = {
  'project.read': classroom,
  'project.write': instructors,
  'project.export': instructors,
  'today.read': classroom,
  'brief.read': { ...classroom, client: always },
  'brief.mark': classroom,
  'brief.write': instructors,
  'requirement.read': classroom,
  'requirement.write': instructors,
  /** Students propose; what they propose is agreed by the instructor. */
  'requirement.propose': classroom,
  'requirement.change': { instructor: always, student: own },
  'change.deal': { instructor: always, student: own },
  'budget.write': { instructor: always, student: own },
  'research.add': classroom,
  'research.write': { instructor: always, student: own },
  'question.read': classroom,
  'question.ask': classroom,
  'question.change': { instructor: always, student: own },
  'visit.write': instructors,
  'statement.keep': classroom,
  'note.take': classroom,
  'answer.write': instructors,
  'client.answer': { client: always },
  'template.write': instructors,
  'schedule.read': { ...classroom, board: always },
  'schedule.write': instructors,
  /** A team hands in what is its own; the instructor can enter it for any. */
  'handin.write': { instructor: always, student: own },
  'absence.write': instructors,
  'gate.read': classroom,
  'gate.write': instructors,
  'gate.sign': { instructor: always, student: own },
  'action.settle': { instructor: always, student: own },
  'machine.read': classroom,
  'machine.write': instructors,
  'booking.ask': { instructor: always, student: own },
  'booking.take': { instructor: free, student: ownAndFree },
  'session.read': classroom,
  'session.write': instructors,
  /** Work that begins: building, a use of a machine, a run of a session. */
  'work.start': { instructor: free, student: ownAndFree },
  'safety.read': classroom,
  'safety.write': instructors,
  'hazard.acknowledge': { instructor: always, student: own },
  'incident.write': instructors,
  'team.read': classroom,
  'team.write': instructors,
  'account.reset': instructors,
  'iteration.read': { instructor: always, student: ownOrReleased },
  'iteration.write': { instructor: always, student: own },
  /** By somebody else than who made it. */
  'iteration.check': { instructor: always, student: ownOrReleased },
  'iteration.release': instructors,
  'trial.read': { instructor: always, student: ownOrReleased },
  'trial.write': { instructor: always, student: own },
  'picture.read': { instructor: always, student: ownOrReleased },
  'picture.write': { instructor: always, student: own },
  'bench.write': instructors,
  'event.read': classroom,
  'event.write': instructors,
  'rubric.read': classroom,
  'rubric.write': instructors,
  'score.read': instructors,
  'score.write': { judge: own },
  'standings.read': { instructor: always, student: released, board: released },
  'standings.write': instructors,
  'trace.read': { instructor: always, student: (s) => s.own && s.released },
  'legacy.read': classroom,
  'person.write': instructors,
  'history.read': instructors,
  'history.write': instructors,
  'live.read': { ...classroom, board: always },
  'link.write': instructors,
  'client.page': { client: always },
  'judge.page': { judge: always },
  'board.page': { board: always },
  'substitute.page': { substitute: always },
} satisfies Record<string, Row>;

export type Permission = keyof typeof POLICY;

/** Doors that need no project: anybody, anybody signed in, or a signed-in instructor. */
export type Door = Permission | 'anybody' | 'signed-in' | 'instructor';

/** Whether the policy lets this person do this. */
export function may(permission: Permission, standing: Standing): boolean {
  const rule = (POLICY[permission] as Row)[standing.role];
  return rule ? rule(standing) : false;
}

/** Whether only the holder of a link can do this, so that a session in the same browser does not count. */
export function byLinkOnly(permission: Permission): boolean {
  return !('instructor' in POLICY[permission]) && !('student' in POLICY[permission]);
}

/** Every page and route handler of the app, by its path in the build. */
export const ROUTES: Record<string, Door> = {
  '/': 'anybody',
  '/sign-in': 'anybody',
  '/setup': 'anybody',
  '/l/[token]': 'anybody',
  '/outbox': 'anybody',
  '/s/[token]': 'anybody',
  '/phones': 'signed-in',
  '/client': 'client.page',
  '/judge': 'judge.page',
  '/judge/[team]': 'judge.page',
  '/board': 'board.page',
  '/substitute': 'substitute.page',
  '/feed/[token]': 'anybody',
  '/projects': 'signed-in',
  '/account': 'signed-in',
  '/projects/new': 'instructor',
  '/projects/[project]': 'today.read',
  '/projects/[project]/brief': 'brief.read',
  '/projects/[project]/requirements': 'requirement.read',
  '/projects/[project]/requirements/edit': 'requirement.propose',
  '/projects/[project]/requirements/compliance': 'requirement.read',
  '/projects/[project]/requirements/weights': 'requirement.write',
  '/projects/[project]/requirements/budgets': 'requirement.read',
  '/projects/[project]/requirements/research': 'requirement.read',
  '/projects/[project]/requirements/import': 'requirement.write',
  '/projects/[project]/export/requirements.csv': 'requirement.read',
  '/projects/[project]/export/requirements.md': 'requirement.read',
  '/projects/[project]/interview': 'question.read',
  '/projects/[project]/interview/notes': 'question.read',
  '/projects/[project]/interview/answers': 'question.read',
  '/projects/[project]/brief/edit': 'brief.write',
  '/projects/[project]/brief/changes': 'brief.read',
  '/projects/[project]/profile': 'project.write',
  '/projects/[project]/schedule': 'schedule.read',
  '/projects/[project]/schedule/what-if': 'schedule.write',
  '/projects/[project]/schedule/progress': 'project.read',
  '/projects/[project]/schedule/lesson': 'schedule.write',
  '/projects/[project]/schedule/stages': 'schedule.write',
  '/projects/[project]/schedule/calendar': 'project.read',
  '/projects/[project]/schedule/gates': 'gate.read',
  '/projects/[project]/schedule/gates/[gate]': 'gate.read',
  '/projects/[project]/schedule/gates/edit': 'gate.write',
  '/projects/[project]/schedule/bookings': 'machine.read',
  '/projects/[project]/schedule/machines': 'machine.write',
  '/projects/[project]/export/calendar.ics': 'project.read',
  '/projects/[project]/concepts': 'project.read',
  '/projects/[project]/teams': 'team.read',
  '/projects/[project]/teams/slips': 'account.reset',
  '/projects/[project]/builds': 'project.read',
  '/projects/[project]/builds/new': 'iteration.write',
  '/projects/[project]/builds/[iteration]': 'iteration.read',
  '/projects/[project]/bench': 'project.read',
  '/projects/[project]/bench/enter': 'trial.write',
  '/projects/[project]/bench/trials/[trial]': 'trial.read',
  '/projects/[project]/bench/sessions': 'session.read',
  '/projects/[project]/bench/sessions/[session]': 'session.read',
  '/projects/[project]/pictures/[picture]': 'picture.read',
  '/projects/[project]/reviews': 'project.read',
  '/projects/[project]/grades': 'rubric.read',
  '/projects/[project]/event': 'event.read',
  '/projects/[project]/standings': 'standings.read',
  '/projects/[project]/standings/[team]': 'trace.read',
  '/projects/[project]/legacy': 'legacy.read',
  '/projects/[project]/safety': 'safety.read',
  '/projects/[project]/safety/sign-offs': 'safety.read',
  '/projects/[project]/safety/incidents': 'incident.write',
  '/projects/[project]/history': 'history.read',
  '/projects/[project]/history/put-back': 'history.write',
  '/projects/[project]/data': 'person.write',
  '/projects/[project]/export/person.json': 'person.write',
  '/account/data.json': 'signed-in',
  '/projects/[project]/find': 'project.read',
  '/projects/[project]/export/results.csv': 'project.export',
  '/projects/[project]/export/standings.csv': 'project.export',
  '/projects/[project]/export/bundle.zip': 'project.export',
  '/api/v1/iterations': 'iteration.write',
  '/api/v1/time': 'anybody',
  '/api/v1/questions': 'question.ask',
  '/api/v1/notes': 'note.take',
  '/api/v1/client-answers': 'client.answer',
  '/api/v1/trials': 'trial.write',
  '/api/v1/trials/take-back': 'trial.write',
  '/api/v1/pictures': 'picture.write',
  '/api/v1/scores': 'score.write',
  '/api/v1/hand-ins': 'handin.write',
  '/api/v1/bundles': 'instructor',
  '/api/v1/live': 'live.read',
};

/** Every server action, by its exported name. */
export const ACTIONS = {
  signIn: 'anybody',
  signInBySlip: 'anybody',
  handOver: 'signed-in',
  signOut: 'signed-in',
  setUp: 'anybody',
  changePassword: 'signed-in',
  createProject: 'instructor',
  saveProject: 'project.write',
  saveBrief: 'brief.write',
  publishBrief: 'brief.write',
  markBriefRead: 'brief.mark',
  saveProfile: 'project.write',
  saveTemplate: 'template.write',
  removeTemplate: 'instructor',
  saveVisit: 'visit.write',
  arrangeQuestion: 'visit.write',
  mergeQuestions: 'visit.write',
  splitQuestion: 'visit.write',
  saveAnswer: 'answer.write',
  saveStatement: 'statement.keep',
  saveRequirement: 'requirement.propose',
  previewChange: 'requirement.write',
  dealWithChange: 'change.deal',
  saveBudget: 'budget.write',
  saveWeights: 'requirement.write',
  saveResearch: 'research.add',
  removeResearch: 'research.write',
  previewRequirements: 'requirement.write',
  importRequirements: 'requirement.write',
  saveSection: 'schedule.write',
  saveNoClass: 'schedule.write',
  importDaysOff: 'schedule.write',
  addSchoolDay: 'instructor',
  removeSchoolDay: 'instructor',
  saveStage: 'schedule.write',
  removeStage: 'schedule.write',
  startPlan: 'schedule.write',
  changePlan: 'schedule.write',
  undoPlanChange: 'schedule.write',
  decideHandIn: 'schedule.write',
  setAbsent: 'absence.write',
  saveGate: 'gate.write',
  removeGate: 'gate.write',
  signItem: 'gate.sign',
  takeBackSignature: 'gate.sign',
  decideGate: 'gate.write',
  takeBackDecision: 'gate.write',
  settleCondition: 'action.settle',
  saveResource: 'machine.write',
  removeResource: 'machine.write',
  askForMachine: 'booking.ask',
  bookSlot: 'booking.take',
  giveNext: 'machine.write',
  cancelBooking: 'booking.ask',
  startUse: 'work.start',
  endUse: 'booking.ask',
  saveSession: 'session.write',
  removeSession: 'session.write',
  announceSeed: 'session.write',
  beginSession: 'session.write',
  endSession: 'session.write',
  markRun: 'session.write',
  takeFromLibrary: 'safety.write',
  saveHazard: 'safety.write',
  removeHazard: 'safety.write',
  signOff: 'safety.write',
  takeBackSignOff: 'safety.write',
  acknowledgeHazard: 'hazard.acknowledge',
  saveIncident: 'incident.write',
  previewRoster: 'team.write',
  importRoster: 'team.write',
  moveMember: 'team.write',
  resetPassword: 'account.reset',
  makeSlips: 'account.reset',
  endSessions: 'account.reset',
  releaseIteration: 'iteration.release',
  checkIteration: 'iteration.check',
  takeBackCheck: 'iteration.check',
  saveInstrument: 'bench.write',
  saveProtocol: 'bench.write',
  removePicture: 'picture.write',
  saveEvent: 'event.write',
  saveRubric: 'rubric.write',
  saveComponent: 'standings.write',
  removeComponent: 'standings.write',
  publishStandings: 'standings.write',
  putBack: 'history.write',
  erase: 'person.write',
  eraseAll: 'person.write',
  createLink: 'link.write',
  revokeLink: 'link.write',
} as const satisfies Record<string, Door>;

export type ActionName = keyof typeof ACTIONS;
