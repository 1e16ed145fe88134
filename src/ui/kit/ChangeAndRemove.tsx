import type { ComponentProps, ReactNode } from 'react';
import { ActButton } from '@/ui/forms/ActButton';
import { CHANGE, REMOVE } from './icons';
import { SidePanel } from './SidePanel';

interface Props {
  /** Names the panel in the address. */
  id: string;
  name: string;
  title: string;
  remove: Pick<ComponentProps<typeof ActButton>, 'act' | 'input' | 'done' | 'confirm' | 'undo'>;
  /** The form that changes it. */
  children: ReactNode;
}

/** What is done with one thing of a list: it is changed in a panel beside the list, and removed after a question. */
export function ChangeAndRemove({ id, name, title, remove, children }: Props) {
  return (
    <span className="no-print inline-flex gap-x-5">
      <SidePanel id={id} label="Change" icon={CHANGE} of={name} title={title} className="btn-text">
        {children}
      </SidePanel>
      <ActButton {...remove} icon={REMOVE} of={name} className="btn-text">
        Remove
      </ActButton>
    </span>
  );
}
