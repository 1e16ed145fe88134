import { spawn, spawnSync } from 'node:child_process';
import { expect, test } from '@playwright/test';

// How a school starts it, tried in a network of its own: with a local network for phones, and behind a reverse proxy.

interface Found {
  lan: {
    said: string;
    signIn: number;
    plain: [number, string];
    loopback: number;
    cookies: string[];
    projects: number;
    strict: string | null;
  };
  proxy: {
    cookies: string[];
    projects: number;
    strict: string | null;
    foreign: number;
    addresses: string[];
    beyond: string;
  };
}

/** What was found from within a namespace; null where this user may make none. */
function tryWithin(): Promise<Found | null> {
  if (spawnSync('unshare', ['-n', 'ip', 'link', 'add', 'x', 'type', 'veth']).status !== 0) return Promise.resolve(null);
  return new Promise((resolve, reject) => {
    const child = spawn('unshare', ['-n', process.execPath, 'tests/e2e/inNetwork.mjs'], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let said = '';
    child.stdout.setEncoding('utf8').on('data', (text: string) => (said += text));
    child.on('error', reject);
    child.on('close', (code) =>
      code === 0
        ? resolve(JSON.parse(said.trim().split('\n').at(-1)!) as Found)
        : reject(new Error(`${code}: ${said}`)),
    );
  });
}

test('--lan serves phones by https, --behind-proxy believes the proxy alone', async () => {
  test.setTimeout(240_000);
  const found = await tryWithin();
  if (!found) {
    test.info().annotations.push({ type: 'untried', description: 'this user may make no network of its own' });
    return;
  }
  const { lan, proxy } = found;
  const at = 'https://192.168.77.2:3443';
  expect(lan.said).toContain(`Ironstone: ${at}`);
  // No demo accounts on a network; the first instructor is made with the token.
  expect(lan.said).toContain(`Open ${at}/setup and make the first instructor with this token`);
  expect(lan.said).not.toContain('Demo project');
  expect(lan).toMatchObject({ signIn: 200, plain: [308, `${at}/phones`], loopback: 200, projects: 200, strict: null });
  for (const { cookies } of [lan, proxy])
    expect(cookies.find((one) => one.startsWith('__Host-ironstone_session='))).toMatch(
      /Path=\/;.*Secure; HttpOnly; SameSite=lax/i,
    );
  expect(proxy).toMatchObject({
    projects: 200,
    strict: 'max-age=31536000',
    foreign: 403,
    addresses: ['203.0.113.7', '203.0.113.8'], // what the proxy says, and not what the client claims
    beyond: 'ECONNREFUSED',
  });
});
