/** What to do on a phone, by how the address is served. */
export function PhoneSteps({ origin, reachable, madeHere }: { origin: string; reachable: boolean; madeHere: boolean }) {
  return (
    <div className="flex-1 min-w-72 flex flex-col gap-3">
      <p className="num !text-xl font-semibold break-all">{origin}</p>
      {!reachable && (
        <p className="callout">
          Only this computer can open this address. Stop Ironstone and start it with{' '}
          <code className="num whitespace-nowrap">npm start -- --lan</code>: then phones on the same network reach it.
        </p>
      )}
      {madeHere && (
        <>
          <p>
            The certificate was made on this computer, so browsers warn once: “not private” or “not secure”. Compare the
            address in the warning with the one above; if it is the same, choose <b>Advanced</b> (or <b>Show details</b>
            ) and go on. The connection is encrypted anyway.
          </p>
          <p>
            After that everything can be entered, and entries are kept when the line goes. One thing browsers do not do
            with such a certificate: open pages again without a connection. Leave the entry page open, or let the school
            put a certificate of its own in front (docs/deploy.md).
          </p>
        </>
      )}
      {origin.startsWith('http:') && reachable && (
        <p className="callout">
          This address is not encrypted: passwords can be read on the way, browsers open no page without a connection,
          and the camera stays shut. Use --lan or a reverse proxy with https.
        </p>
      )}
      <p>
        Then sign in by a slip (Teams, “Sign-in slips”) or by name and password. Judges, the client and boards open the
        links they were given.
      </p>
      <p className="faint">
        A phone that does not get here: it must be in the same network as this computer, not on mobile data, and the
        network must let its devices see each other; guest networks often do not.
      </p>
    </div>
  );
}
