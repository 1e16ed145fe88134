import { cpSync, existsSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const TEXT = /\.(js|json|html|rsc|map|css)$|BUILD_ID$/;

/**
 * A build as a newer one would be for whoever still has the old one: another id, other names of every script, other ids of every server
 * action, and another version on its pages. Building it anew takes a minute of both processors.
 */
export function relabelled(built: string, into: string, version: string): void {
  cpSync(built, into, { recursive: true, filter: (from) => path.relative(built, from).split(path.sep)[0] !== 'cache' });
  const id = readFileSync(path.join(built, 'BUILD_ID'), 'utf8').trim();
  const [, old] = /version[^;]{0,80}children:"([0-9a-f]{8})"/.exec(outboxOf(built))!;
  const chunks = readdirSync(path.join(into, 'static/chunks')).filter((name) => name.endsWith('.js'));
  const { node } = JSON.parse(readFileSync(path.join(built, 'server/server-reference-manifest.json'), 'utf8')) as {
    node: Record<string, unknown>;
  };
  const names = new Map([
    ...chunks.map((name) => [name, `n${name}`] as const),
    // The first two signs say how an action is called.
    ...Object.keys(node).map((id) => [id, id.slice(0, 2) + [...id.slice(2)].reverse().join('')] as const),
  ]);
  // The longest first, as a name may be part of another one.
  const all = new RegExp(
    [...names.keys()]
      .sort((a, b) => b.length - a.length)
      .map((name) => name.replaceAll('.', '\\.'))
      .join('|'),
    'g',
  );
  const files = readdirSync(into, { recursive: true, withFileTypes: true }).filter(
    (one) => one.isFile() && TEXT.test(one.name),
  );
  for (const { parentPath, name: file } of files) {
    const at = path.join(parentPath, file);
    const was = readFileSync(at, 'utf8');
    const now = was
      .replaceAll(id, `newer-${id}`)
      .replaceAll(`"${old}"`, `"${version}"`)
      .replace(all, (name) => names.get(name)!);
    if (now !== was) writeFileSync(at, now);
  }
  for (const was of chunks)
    renameSync(path.join(into, 'static/chunks', was), path.join(into, 'static/chunks', names.get(was)!));
  const own = path.join(into, 'static', id);
  if (existsSync(own)) renameSync(own, path.join(into, 'static', `newer-${id}`));
}

/** The script that says which version a page is of. */
function outboxOf(built: string): string {
  const folder = path.join(built, 'static/chunks');
  const texts = readdirSync(folder).map((name) =>
    name.endsWith('.js') ? readFileSync(path.join(folder, name), 'utf8') : '',
  );
  return texts.find((text) => text.includes('Page of version'))!;
}
