'use client';

import { createContext } from 'react';

/** Closes the side panel that a form stands in, once it is saved; null outside of one. */
export const InPanel = createContext<(() => void) | null>(null);
