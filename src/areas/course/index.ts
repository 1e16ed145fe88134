/** Who takes part: projects, people and their links, classes and teams, how teams are formed, draws, charters, action items. */
export { type ListedAction, listOpenActions } from './read/actionItems';
export { mustBeDoable } from './read/actionItems/mustBeDoable';
export { type Charter, listCharters, listLogos } from './read/charters';
export { NEW_CHARTER, charterForm } from './read/charters/toForm';
export {
  type Member,
  type Section,
  type Team,
  listMembers,
  listSections,
  listStudents,
  listTeams,
  meetingsOf,
  teamIdsIn,
} from './read/classes';
export { mustBeEnrolled } from './read/classes/enrolled';
export { type Place, type Search, hrefIn, meetsNext } from './read/classes/place';
export { findPublicDraw, listDraws, orderOf, seedOf } from './read/draws';
export { findPreference, listForming, listKeepPairs, listPreferences, listProposals } from './read/forming';
export { NEW_FORMING, formingForm } from './read/forming/toForm';
export { listLinks } from './read/links';
export { endOfLink } from './read/links/endOfLink';
export { type Devices, listDevices, listOwnSessions } from './read/people/devices';
export { erasePeople } from './read/people/erase';
export { findSlip } from './read/people/slip';
export { findByNumber, ledBy, listElsewhere, listStaff, mustLeadAll } from './read/people/staff';
export { countNames, isDue } from './read/people/retention';
export { type Picture, findPicture, listPictures, readPicture } from './read/pictures';
export { listProjects, readClock, revisionOf } from './read/projects';
export { type TeamRole, listRoles } from './read/teams/roles';
export { ofTeam } from './read/teams/target';
export { LEAST, LEAST_OF_INSTRUCTORS } from './records/accounts';
