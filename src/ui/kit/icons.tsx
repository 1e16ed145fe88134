import { Download, Pencil, Plus, Trash2 } from 'lucide-react';

/** Icons before a word that acts, the same everywhere; drawn on the server, so that no page brings their script. */
const LOOK = { 'aria-hidden': true, className: 'size-4 shrink-0 self-center' } as const;
export const ADD = <Plus {...LOOK} />;
export const CHANGE = <Pencil {...LOOK} />;
export const REMOVE = <Trash2 {...LOOK} />;
export const SAVE = <Download {...LOOK} />;
