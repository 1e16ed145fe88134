import { redirect } from 'next/navigation';
import QRCode from 'qrcode';
import { PhoneSteps } from '@/areas/course/ui/accounts/PhoneSteps';
import { signedIn } from '@/server/actor';
import { publicOrigin } from '@/server/origin';
import { Plain } from '@/ui/sheet/Plain';

/** How phones get here: the address as a code, and what their browsers will say. */
export default async function PhonesPage() {
  if (!(await signedIn())) redirect('/sign-in?next=/phones');
  const { origin, reachable } = await publicOrigin();
  const code = await QRCode.toString(origin, { type: 'svg', margin: 1 });
  const madeHere = process.env.IRONSTONE_OWN_CERTIFICATE === '1';
  return (
    <Plain title="Phones" about="Everybody on the same network opens this address, by the code or by typing it." wide>
      <div className="flex flex-wrap gap-6">
        {/* eslint-disable-next-line @next/next/no-img-element -- drawn for this page */}
        <img
          src={`data:image/svg+xml,${encodeURIComponent(code)}`}
          alt={`Code of ${origin}`}
          width={264}
          height={264}
          className="border border-rule bg-white"
        />
        <PhoneSteps origin={origin} reachable={reachable} madeHere={madeHere} />
      </div>
    </Plain>
  );
}
