// npm run house: the rules of .dependency-cruiser.mjs, and one that paths can't tell: nothing that reads or writes the database
// gets into a browser. A component of the browser may name types of it, and call actions ('use server').
import { readFileSync } from 'node:fs';
import { cruise } from 'dependency-cruiser';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';
import rules from '../.dependency-cruiser.mjs';

const SERVER =
  /^src\/(?:areas\/[a-z]+\/(?:read\/|write\/|index\.ts)|shell\/areas\.ts|db\/(?!catalogue|shape)|server\/(?!linkPurposes))/;
const { forbidden, options } = rules;
const { output } = await cruise(['src'], { ...options, ruleSet: { forbidden }, validate: true }, undefined, {
  tsConfig: extractTSConfig('tsconfig.json'),
});

const faults = output.summary.violations.map(
  ({ rule, from, to, cycle }) => `${rule.name}: ${from} → ${cycle ? cycle.map(({ name }) => name).join(' → ') : to}`,
);

const modules = new Map(output.modules.map((one) => [one.source, one]));
const says = (file, what) =>
  new RegExp(`^\\s*(?:/\\*[^]*?\\*/\\s*|//.*\\n\\s*)*['"]use ${what}['"]`).test(readFileSync(file, 'utf8'));
const code = [...modules.keys()].filter((file) => /^src\/.*\.tsx?$/.test(file));
const actions = new Set(code.filter((file) => says(file, 'server')));
const by = new Map(code.filter((file) => says(file, 'client')).map((file) => [file, null]));
for (const file of by.keys()) {
  for (const { resolved, dependencyTypes } of modules.get(file)?.dependencies ?? []) {
    if (dependencyTypes.includes('type-only') || by.has(resolved) || actions.has(resolved)) continue;
    if (!/^src\//.test(resolved)) continue;
    by.set(resolved, file);
    if (SERVER.test(resolved)) faults.push(`server-only: ${resolved} gets into the browser by ${file}`);
  }
}

for (const fault of faults) console.error(fault);
console.log(
  `${faults.length ? `${faults.length} faults` : 'The house is in order'}: ${code.length} files, ${by.size} of them for browsers.`,
);
process.exitCode = faults.length > 0 ? 1 : 0;
