'use client';

import { useSearchParams } from 'next/navigation';
import { lazy, Suspense, useCallback, useEffect, useRef, type ReactNode } from 'react';
import { useReady } from '@/ui/forms/Ready';
import { InPanel } from './panel';

const load = () => import('./Panel');
const Panel = lazy(load);
const PARAM = 'panel';

interface Props {
  /** Names the panel in the address, so that it can be linked. */
  id: string;
  label: ReactNode;
  /** What a short label is about, for those who hear the button without the row it stands in. */
  of?: string;
  title: string;
  className?: string;
  /** Where forms are also filled in without a connection: what shows the panel is fetched once the page has settled. */
  ahead?: boolean;
  children: ReactNode;
}

/**
 * A form for one object, opened beside the list it belongs to. While it is open its name stands in the address: it can be
 * linked, and the back key closes it. A form in it closes it once it is saved.
 */
export function SidePanel({ id, label, of, title, className = 'btn', ahead = false, children }: Props) {
  const named = useSearchParams().get(PARAM) === id;
  // Named in the address it opens as soon as there is a page to stand before; the server draws none.
  const open = useReady() && named;
  const pushed = useRef(false);
  useEffect(() => {
    if (!ahead) return;
    const timer = setTimeout(() => void load().catch(() => undefined), 1500);
    return () => clearTimeout(timer);
  }, [ahead]);
  const show = () => {
    const address = new URL(location.href);
    address.searchParams.set(PARAM, id);
    history.pushState(null, '', address);
    pushed.current = true;
  };
  const close = useCallback(() => {
    if (pushed.current) {
      pushed.current = false;
      return history.back();
    }
    const address = new URL(location.href);
    address.searchParams.delete(PARAM);
    history.replaceState(null, '', address);
  }, []);
  return (
    <>
      <button
        type="button"
        className={className}
        aria-haspopup="dialog"
        aria-expanded={open}
        data-panel={id}
        onPointerEnter={() => void load()}
        onFocus={() => void load()}
        onClick={show}
      >
        {label}
        {of && <span className="sr-only"> {of}</span>}
      </button>
      {open && (
        <Suspense>
          <Panel title={title} close={close}>
            <InPanel value={close}>{children}</InPanel>
          </Panel>
        </Suspense>
      )}
    </>
  );
}
