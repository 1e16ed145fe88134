import { moment, number } from '@/core/format';
import { DAYS_WITHOUT, type Backups } from './backups';
import { inZone } from '@/server/clock';

/** When the last backup was made that is known to be good, and what was the matter with one that is not. */
export function BackupLine({ backups, timeZone }: { backups: Backups; timeZone: string }) {
  const { good, last, daysWithout } = backups;
  const at = (instant: Date) => moment(inZone(instant, timeZone));
  const late = daysWithout >= DAYS_WITHOUT;
  return (
    <p
      className={late ? 'callout' : ''}
      style={late ? ({ '--tone': 'var(--brick)' } as React.CSSProperties) : undefined}
    >
      {good ? (
        <>
          Last good backup: <b>{at(good.madeAt)}</b>, <span className="num">{good.file.split('/').at(-1)}</span> (
          {number(good.bytes / 1e6, 2)} MB). It was restored into a database of its own and compared, table by table.
        </>
      ) : (
        'No backup has been made yet; the first comes within a day while Ironstone runs.'
      )}{' '}
      {last && last.state !== 'good' && (
        <>
          The one of {at(last.madeAt)} is {last.state === 'bad' ? 'not good' : 'not checked'}: {last.note}.{' '}
        </>
      )}
      Backups hold names and grades of all projects: keep copies off this computer, and safe.
    </p>
  );
}
