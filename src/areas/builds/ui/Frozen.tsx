import { day } from '@/core/format';

/** Says that the designs are frozen, to whoever can't change them any more. */
export function Frozen({ since }: { since: string | null }) {
  if (!since) return null;
  return (
    <p className="callout mb-3">
      The designs are frozen since {day(since)}: only your instructor changes iterations now.
    </p>
  );
}
