// Unpacks and parses a bundle in a thread of its own, so that nobody else waits (see pack.ts, which ends it when it takes too
// long). It has to stay plain: Node runs it as it is.
import { parentPort, workerData } from 'node:worker_threads';
import { strFromU8, unzipSync } from 'fflate';

const { bytes, file, most } = workerData;
const PICTURE = /^pictures\/([\w-]{1,80})$/;

class Refusal extends Error {}

/** The sizes that a zip claims are looked at before anything of it is unpacked. */
function chooser() {
  const names = new Set();
  let total = 0;
  return ({ name, originalSize }) => {
    if (names.has(name)) throw new Refusal(`The zip holds ${name.slice(0, 80)} twice. Nothing was brought in.`);
    names.add(name);
    if (names.size > most.files) throw new Refusal(`The zip holds more than ${most.files} files.`);
    if (name === file && originalSize > most.text) throw new Refusal('The bundle is larger than 64 MB unpacked.');
    if (name !== file && !PICTURE.test(name)) return false;
    total += originalSize;
    if (total > most.bytes) throw new Refusal('The bundle is larger than 256 MB unpacked.');
    return true;
  };
}

function read() {
  let files;
  try {
    files = unzipSync(bytes, { filter: chooser() });
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal('This file is no whole zip: it may be cut off, or be something else. Nothing was brought in.');
  }
  const text = files[file];
  if (!text) throw new Refusal(`This zip holds no ${file}, so it is no project bundle.`);
  const pictures = Object.entries(files).flatMap(([name, content]) => {
    const [, id] = PICTURE.exec(name) ?? [];
    return id ? [[id, content]] : [];
  });
  try {
    return { found: JSON.parse(strFromU8(text)), pictures };
  } catch {
    throw new Refusal('The bundle’s project.json can’t be read. Nothing was brought in.');
  }
}

try {
  const { found, pictures } = read();
  parentPort.postMessage(
    { found, pictures },
    pictures.map(([, content]) => content.buffer),
  );
} catch (error) {
  const unknown = 'This bundle can’t be read: it is built in a way that no project is. Nothing was brought in.';
  parentPort.postMessage({ refused: error instanceof Refusal ? error.message : unknown });
}
