import { inTransaction } from '@/db/connection';

const MINUTES = 15;
const PER_ACCOUNT = 5;
/** A class of 30 sits behind one address, so only a flood of failures closes it. */
const PER_ADDRESS = 300;

/** Who tries: the sign-in name, where from, and the device's own id if it has one. */
export interface Trial {
  login: string;
  address: string;
  deviceId: string | null;
}

/**
 * Notes a try as failed before the password is looked at, and says whether it may go on. Tries of one name, and of one
 * network, are counted one after another, so that asking many times at once is no way round. A device on which the account
 * was signed in before has a count of its own: wrong tries elsewhere don't lock its owner out.
 */
export async function mayTry({ login, address, deviceId }: Trial): Promise<{ id: number } | { refused: string }> {
  return inTransaction(async (tx) => {
    await tx`select pg_advisory_xact_lock(1, hashtext(${login}))`;
    await tx`select pg_advisory_xact_lock(2, hashtext(${address}))`;
    const [{ device }] = await tx<[{ device: string | null }]>`
      select max(s.device_id::text)::uuid as device from session s join account a on a.id = s.account_id
      where lower(a.login) = ${login} and s.device_id = ${deviceId}`;
    const [counts] = await tx<[{ mine: number; theirs: number }]>`
      select
        (select count(*) from sign_in_attempt a where a.login = ${login} and not a.succeeded and a.at > now() - ${MINUTES} * interval '1 minute'
          and a.known_device is not distinct from ${device}
          and a.at > coalesce((select max(at) from sign_in_attempt b where b.login = ${login} and b.succeeded), '-infinity')
          and a.at > coalesce((select failures_forgiven_at from account where lower(login) = ${login}), '-infinity')) as mine,
        (select count(*) from sign_in_attempt where address = ${address} and not succeeded and at > now() - ${MINUTES} * interval '1 minute') as theirs`;
    if (counts.mine >= PER_ACCOUNT) {
      return {
        refused: `Too many wrong passwords for this name. Wait ${MINUTES} minutes, or ask your instructor for a new password.`,
      };
    }
    if (counts.theirs >= PER_ADDRESS)
      return { refused: `Too many failures from this network. Wait ${MINUTES} minutes.` };
    const [row] = await tx<[{ id: number }]>`
      insert into sign_in_attempt (login, address, succeeded, known_device) values (${login}, ${address}, false, ${device}) returning id`;
    return row;
  });
}

/** Marks a try as successful. */
export async function succeeded(id: number): Promise<void> {
  await inTransaction((tx) => tx`update sign_in_attempt set succeeded = true where id = ${id}`);
}
