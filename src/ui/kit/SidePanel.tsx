'use client';

import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef, useState, type ComponentType, type ReactNode } from 'react';
import { useReady } from '@/ui/forms/Ready';
import { ButtonWords } from './ButtonWords';
import { InPanel } from './panel';
import { useLater } from './useLater';

type ShownPanel = ComponentType<{ title: string; close: () => void; children: ReactNode }>;
const load = () => import('./Panel') as Promise<{ default: ShownPanel }>;
const PARAM = 'panel';

interface Props {
  /** Names the panel in the address, so that it can be linked. */
  id: string;
  label: ReactNode;
  /** What a short label is about, for those who hear the button without the row it stands in. */
  of?: string;
  title: string;
  /** Before the words; of `ui/kit/icons`. */
  icon?: ReactNode;
  className?: string;
  children: ReactNode;
}

/**
 * A form for one object, opened beside the list it belongs to. While it is open its name stands in the address: it can be
 * linked, and the back key closes it. A form in it closes it once it is saved. What shows it is fetched when it is about to be
 * opened; so what is filled in without a connection has a page of its own instead, and folds out there.
 */
export function SidePanel({ id, label, of, title, icon, className = 'btn', children }: Props) {
  const address = useSearchParams().get(PARAM);
  const named = address === id;
  // Opened here it stays open, even where a page that reads itself anew sets the address back meanwhile; the back key closes it.
  const [opened, setOpened] = useState(false);
  // Left, it is gone at once, whatever becomes of the address: what the page fetches meanwhile may set it once more.
  const [left, setLeft] = useState(false);
  if (left && !named) setLeft(false);
  // Named in the address it opens as soon as there is a page to stand before; the server draws none.
  const open = useReady() && !left && (named || (opened && address === null));
  const pushed = useRef(false);
  useEffect(() => {
    if (!opened) return;
    const back = () => setOpened(new URL(location.href).searchParams.get(PARAM) === id);
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
  }, [opened, id]);
  const show = () => {
    setLeft(false);
    setOpened(true);
    const to = new URL(location.href);
    to.searchParams.set(PARAM, id);
    history.pushState(null, '', to);
    pushed.current = true;
  };
  const close = useCallback(() => {
    setLeft(true);
    setOpened(false);
    if (pushed.current) {
      pushed.current = false;
      return history.back();
    }
    const to = new URL(location.href);
    to.searchParams.delete(PARAM);
    history.replaceState(null, '', to);
  }, []);
  const { part: Panel, fetchNow } = useLater(load, open, close);
  return (
    <>
      <button
        type="button"
        className={className}
        aria-haspopup="dialog"
        aria-expanded={open}
        data-panel={id}
        onPointerEnter={fetchNow}
        onFocus={fetchNow}
        onClick={show}
      >
        <ButtonWords icon={icon} of={of}>
          {label}
        </ButtonWords>
      </button>
      {open && Panel && (
        <Panel title={title} close={close}>
          <InPanel value={close}>{children}</InPanel>
        </Panel>
      )}
    </>
  );
}
