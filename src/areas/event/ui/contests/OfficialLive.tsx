'use client';

import { useRouter } from 'next/navigation';
import { useCallback } from 'react';
import { useLive } from '@/ui/live/useLive';

/** Keeps a page of an official's link current while it is looked at; shows nothing. */
export function OfficialLive() {
  const { refresh } = useRouter();
  useLive(
    null,
    useCallback(() => void (navigator.onLine && refresh()), [refresh]),
  );
  return null;
}
