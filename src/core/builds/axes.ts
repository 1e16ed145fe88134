/** The sides of a size, in the order they are told in. */
export const AXES = ['length', 'width', 'height'] as const;
export type Axis = (typeof AXES)[number];
