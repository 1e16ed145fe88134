'use client';

import { useSearchParams } from 'next/navigation';
import { lazy, Suspense, useCallback, useRef, type ReactNode } from 'react';
import { InPanel } from './panel';

const load = () => import('./Panel');
const Panel = lazy(load);
const PARAM = 'panel';

interface Props {
  /** Names the panel in the address, so that it can be linked. */
  id: string;
  label: ReactNode;
  title: string;
  className?: string;
  children: ReactNode;
}

/**
 * A form for one object, opened beside the list it belongs to. While it is open its name stands in the address: it can be
 * linked, and the back key closes it. A form in it closes it once it is saved.
 */
export function SidePanel({ id, label, title, className = 'btn', children }: Props) {
  const open = useSearchParams().get(PARAM) === id;
  const pushed = useRef(false);
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
