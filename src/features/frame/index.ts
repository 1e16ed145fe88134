export { frameFor, hrefIn, meetsNext, type Frame, type Search } from './loadFrame';
export { ProjectFrame } from './ProjectFrame';
export { openSheet, type SheetProps } from './openSheet';
export { briefViews, requirementViews, scheduleViews } from './views';
export { HIDEABLE } from './sheets';
