'use client';

import { useEffect, useRef } from 'react';
import type { Topic } from '@/db/catalogue';
import type { LiveMessage } from '@/server/live';

/** The page itself loads first. */
const AFTER = 1200;
const POLL = 20_000;

/**
 * One stream while the tab is visible. `look` is called whenever the page may be behind: after a change, with the new
 * content where the stream brings it or with what changed, and after the stream came back; also when something changed
 * between the revision that the page shows (`since`) and the stream's opening. Where no stream gets through it asks every 20 s.
 */
export function useLive(
  project: string | null,
  look: (data?: unknown, changed?: { topics: Topic[] | null; revision: number }) => void,
  since?: number,
): void {
  const latest = useRef(look);
  const seen = useRef(since);
  useEffect(() => {
    latest.current = look;
    seen.current = since === undefined ? undefined : Math.max(since, seen.current ?? 0);
  }, [look, since]);
  useEffect(() => {
    const query = project ? `project=${project}` : '';
    let source: EventSource | null = null;
    let starting: ReturnType<typeof setTimeout> | undefined;
    let polling: ReturnType<typeof setInterval> | undefined;
    let last: number | null = seen.current ?? null;
    let broken = false;
    const poll = async () => {
      const answer = await fetch(`/api/v1/live?${query}&once`, { cache: 'no-store' }).catch(() => null);
      const found = answer?.ok ? ((await answer.json()) as { result: { revision: number } }).result.revision : last;
      if (last !== null && found !== last) latest.current();
      last = found;
    };
    const open = () => {
      source = new EventSource(`/api/v1/live?${query}${seen.current === undefined ? '' : `&since=${seen.current}`}`);
      source.onopen = () => {
        clearInterval(polling);
        polling = undefined;
        if (broken) latest.current();
        broken = false;
      };
      source.onmessage = ({ data }) => {
        const message = JSON.parse(String(data)) as LiveMessage;
        if (message.kind === 'view') return latest.current(message.data);
        if (seen.current !== undefined) seen.current = Math.max(seen.current, message.revision);
        latest.current(undefined, message);
      };
      source.onerror = () => {
        broken = true;
        polling ??= setInterval(() => void poll(), POLL);
        // A stream that was refused for good is tried again later, with the poll.
        if (source?.readyState === EventSource.CLOSED) starting = setTimeout(open, POLL);
      };
    };
    const stop = () => {
      source?.close();
      source = null;
      clearTimeout(starting);
      clearInterval(polling);
      polling = undefined;
    };
    const fit = () => {
      stop();
      if (document.visibilityState !== 'visible') return void (broken = true);
      starting = setTimeout(open, broken ? 0 : AFTER);
    };
    fit();
    document.addEventListener('visibilitychange', fit);
    window.addEventListener('pagehide', stop);
    return () => {
      document.removeEventListener('visibilitychange', fit);
      window.removeEventListener('pagehide', stop);
      stop();
    };
  }, [project]);
}
