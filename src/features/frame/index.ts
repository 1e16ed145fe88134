export { frameFor, hrefIn, endOf, type Frame, type Search } from './loadFrame';
export { ProjectFrame } from './ProjectFrame';
export { openSheet, type SheetProps } from './openSheet';
export { briefViews, requirementViews } from './views';
export { HIDEABLE } from './sheets';
