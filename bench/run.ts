/**
 * npm run bench: one line a figure, as medians, ratios and growth within this one run. Nothing here is a
 * test; machines differ, ratios less so. Pieces can be asked for by name: npm run bench -- assess browser
 */
import { assessing, layouts, shares, variants } from './assessing';
import { browser } from './browser';
import { claims } from './claims';
import { gardens } from './gardens';
import { print } from './measure';
import { mixes } from './mixes';
import { rootZones } from './root-zone';
import { serving, starting } from './serving';
import { solving } from './solving';

const PIECES: Record<string, () => void | Promise<void>> = {
	claims,
	network: solving,
	assess: assessing,
	work: shares,
	variants,
	layouts,
	gardens,
	'root-zone': rootZones,
	mixes,
	browser,
	server: serving,
	start: starting
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in PIECES));
if (unknown.length > 0) {
	console.error(
		`No piece is called ${unknown.join(', ')}. There are ${Object.keys(PIECES).join(', ')}.`
	);
	process.exit(2);
}
const began = performance.now();
for (const name of asked.length > 0 ? asked : Object.keys(PIECES)) {
	const start = performance.now();
	await PIECES[name]!();
	print(`— ${name}`, `${((performance.now() - start) / 1000).toFixed(0)} s`);
}
print('— all of it', `${((performance.now() - began) / 1000).toFixed(0)} s`);
