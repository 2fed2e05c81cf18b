/**
 * npm run bench: one line a figure, as medians, ratios and growth within this one run. Nothing here is a
 * test; machines differ, ratios less so.
 */
import { PARAMETERS } from '../src/lib/core/parameters';
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import {
	applyChanges,
	fieldsOf,
	kindOf,
	partsIn,
	readDesignFile,
	startSystem,
	VARIANTS,
	type Parts,
	type Variant
} from '../src/lib/core/design';
import { layoutStructure } from '../src/lib/core/layout';
import { solveNetwork } from '../src/lib/core/hydraulics';
import { assessModel } from '../src/lib/core/operations';
import { SystemModel } from '../src/lib/core/model';
import { findingsOf, stepsOf } from '../src/lib/core/review';
import { autofix } from '../src/lib/core/edit';
import { BUILT_IN_SHELF } from '../src/lib/core/shelf';
import { claims } from './claims';
import { gardens } from './gardens';
import { mixes } from './mixes';
import { pointer } from './pointer';
import { rootZones } from './root-zone';
import { denseNewton } from './dense';
import { randomNetwork, rowsOnHeader, seeded } from './networks';

const print = (name: string, value: string) => console.log(`${name.padEnd(46)} ${value}`);
const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

function time(work: () => void, rounds: number): number {
	const times: number[] = [];
	for (let i = 0; i < rounds; i++) {
		const start = performance.now();
		work();
		times.push(performance.now() - start);
	}
	return median(times);
}

function networks(): void {
	const sizes = [14, 100, 500, 2000, 10_000];
	const ms = new Map<number, number>();
	// every size is run warm: the smaller ones first teach the engine
	for (let i = 0; i < 60; i++) solveNetwork(rowsOnHeader(500));
	for (const size of sizes) {
		const input = rowsOnHeader(size);
		const { iterations } = solveNetwork(input);
		ms.set(
			size,
			time(() => void solveNetwork(input), size > 5000 ? 15 : 41)
		);
		print(`network, ${size} outlets`, `${ms.get(size)!.toFixed(2)} ms, ${iterations} iterations`);
	}
	const growth = Math.log(ms.get(10_000)! / ms.get(500)!) / Math.log(10_000 / 500);
	print('network, growth from 500 to 10,000', `exponent ${growth.toFixed(2)}`);
	const input = rowsOnHeader(500);
	const dense = time(() => void denseNewton(input), 3);
	const same = solveNetwork(input).source.flowLph / denseNewton(input);
	print(
		'network, dense Newton over sparse at 500',
		`${(dense / ms.get(500)!).toFixed(0)} times (same flow: ${same.toFixed(6)})`
	);

	const random = seeded(2026);
	let worst = 0;
	let most = 0;
	const count = 5000;
	for (let i = 0; i < count; i++) {
		const { imbalanceLph, iterations } = solveNetwork(randomNetwork(random));
		worst = Math.max(worst, imbalanceLph);
		most = Math.max(most, iterations);
	}
	print(
		`random networks, ${count}`,
		`none diverged, ${most} iterations at most, ${worst.toExponential(1)} L/h out of balance at most`
	);
}

function assessing(): void {
	const text = readFileSync(new URL('../examples/lean-to-rail.json', import.meta.url), 'utf8');
	const parts = partsIn(readDesignFile(text));
	const { record } = parts;
	let turn = 0;
	/** A level never seen before, so that nothing is remembered from the round before. */
	const fresh = () =>
		new SystemModel(
			{ ...parts, record: { ...record, nowL: 25 + (turn++ % 200) / 20 } },
			BUILT_IN_SHELF
		);
	for (let i = 0; i < 400; i++) assessModel(fresh());
	const whole = time(() => void assessModel(fresh()), 201);
	print('assess, demo rail', `${whole.toFixed(2)} ms`);
	const base = new SystemModel(parts, BUILT_IN_SHELF);
	assessModel(base);
	const drag = time(
		() => void assessModel(base.with([{ path: 'record.nowL', value: 25 + (turn++ % 200) / 20 }])),
		201
	);
	print('assess, a drag of the water level', `${drag.toFixed(2)} ms`);
	const stages: [string, (model: SystemModel) => unknown][] = [
		['layout', (c) => c.layout],
		['graph', (c) => c.graph],
		['water path', (c) => c.path],
		['demand', (c) => c.waterUse],
		['feed', (c) => c.feed],
		['tank', (c) => [c.tank, c.drainBack, c.size, c.run]],
		['mix', (c) => c.mix],
		['lowest levels', (c) => [c.lowestFlowingL, c.lowestFedL]],
		['findings and fixes', (c) => findingsOf(c)],
		['steps', (c) => stepsOf(c, [])]
	];
	const spent = stages.map(() => [] as number[]);
	for (let i = 0; i < 201; i++) {
		const model = fresh();
		stages.forEach(([, stage], k) => {
			const start = performance.now();
			stage(model);
			spent[k]!.push(performance.now() - start);
		});
	}
	const shares = spent.map(median);
	const total = shares.reduce((a, b) => a + b, 0);
	stages.forEach(([name], k) =>
		print(`  ${name}`, `${shares[k]!.toFixed(2)} ms, ${((100 * shares[k]!) / total).toFixed(0)} %`)
	);
}

/** A design of a variant with about so many sites, in a yard large enough for it. */
function grown(variant: Variant, plants: number): Parts {
	const { place } = readDesignFile(
		readFileSync(new URL('../examples/lean-to-rail.json', import.meta.url), 'utf8')
	);
	const area = { ...place.areas[0]!, id: 'field', lengthM: 100, widthM: 100, heightM: 3 };
	const system = startSystem(
		{
			name: 'Bench',
			areaId: 'field',
			variant,
			plants,
			cropId: 'leaf-lettuce',
			lengthMm: 90_000,
			depthMm: 90_000,
			heightMm: 2900,
			tankId: 'tote-120',
			pumpId: 'pump-11000'
		},
		BUILT_IN_SHELF
	);
	return autofix({ ...system, place: { ...place, areas: [area] } }, BUILT_IN_SHELF);
}

function variants(): void {
	const spent: number[] = [];
	for (const variant of VARIANTS) {
		const line = [12, 300].map((plants) => {
			const sensible = grown(variant, plants);
			// a form stops short of so many in some kinds
			const parts = autofix(stretch(sensible, plants), BUILT_IN_SHELF);
			let turn = 0;
			const fresh = () => {
				const nowL = 60 + (turn++ % 200) / 20;
				return new SystemModel({ ...parts, record: { ...parts.record, nowL } }, BUILT_IN_SHELF);
			};
			for (let i = 0; i < 40; i++) assessModel(fresh());
			const ms = time(() => void assessModel(fresh()), 41);
			spent.push(ms);
			return `${fresh().layout.sites.length} sites ${ms.toFixed(1)} ms`;
		});
		print(`assess, ${variant}`, line.join(', '));
	}
	print('assess, slowest variant', `${Math.max(...spent).toFixed(1)} ms`);
}

function layouts(): void {
	const exponents = VARIANTS.filter((variant) => variant !== 'single-bucket').map((variant) => {
		const at = (plants: number) => {
			const parts = grown(variant, plants);
			const [area] = parts.place.areas;
			// counts are pushed past what a form takes: only the layout is timed
			const stretched = {
				...stretch(parts, plants),
				parameters: PARAMETERS,
				sourceKind: 'pump' as const
			};
			const work = () => void layoutStructure(stretched, area!, BUILT_IN_SHELF);
			for (let i = 0; i < 5; i++) work();
			const sites = layoutStructure(stretched, area!, BUILT_IN_SHELF).sites.length;
			return { sites, ms: time(work, 9) };
		};
		const [few, many] = [at(500), at(5000)];
		const exponent = Math.log(many.ms / few.ms) / Math.log(many.sites / few.sites);
		print(
			`layout, ${variant}`,
			`${few.sites} sites ${few.ms.toFixed(1)} ms, ${many.sites} sites ${many.ms.toFixed(1)} ms, exponent ${exponent.toFixed(2)}`
		);
		return exponent;
	});
	print('layout, steepest growth to 5,000 sites', `exponent ${Math.max(...exponents).toFixed(2)}`);
}

/** More along the front until there are about so many sites, on something just as long as they need. */
function stretch(parts: Parts, plants: number): Parts {
	const stand = parts.design.stands[0]!;
	const { along } = kindOf(stand);
	const { pitchMm = 0, endClearMm = 0, lengthMm } = fieldsOf(stand);
	const now = Number((stand as unknown as Record<string, unknown>)[along]);
	const times = plants / kindOf(stand).slots(stand).length;
	const count = Math.max(1, Math.round(now * times));
	return applyChanges(parts, [
		{ path: `design.stands.0.${along}`, value: count },
		...(lengthMm !== undefined
			? [{ path: 'design.stands.0.lengthMm', value: 2 * endClearMm + (count - 1) * pitchMm }]
			: [])
	]);
}

async function server(): Promise<void> {
	if (!existsSync('build/index.js')) return print('server', 'not built: npm run build first');
	const database = `file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'bench.db')}`;
	const port = 4377;
	const times: number[] = [];
	for (let i = 0; i < 3; i++) {
		const start = performance.now();
		const child = spawn(process.execPath, ['build/index.js'], {
			env: {
				...process.env,
				PORT: String(port),
				HOST: '127.0.0.1',
				DATABASE_URL: database,
				CRELBO_SEED: 'demo'
			}
		});
		await new Promise<void>((done) =>
			child.stdout.on('data', (text) => String(text).includes('Listening') && done())
		);
		await fetch(`http://127.0.0.1:${port}/`);
		times.push(performance.now() - start);
		if (i === 2) await bytes(`http://127.0.0.1:${port}`);
		child.kill();
		await new Promise((done) => child.on('exit', done));
	}
	print('cold start to the first page', `${median(times).toFixed(0)} ms`);
}

/** What the workspace's HTML asks for, compressed. */
async function bytes(address: string): Promise<void> {
	const html = await (await fetch(`${address}/systems/lean-to-rail`)).text();
	const root = 'build/client/_app/immutable';
	const named = [...html.matchAll(/_app\/immutable\/([\w./-]+\.js)/g)].map(([, path]) => path!);
	const ids = /node_ids: \[([\d, ]+)\]/.exec(html)?.[1]?.split(', ') ?? [];
	const nodes = readdirSync(join(root, 'nodes')).filter(
		(name) => ids.includes(name.split('.')[0]!) && name.endsWith('.js')
	);
	const files = new Set<string>();
	const follow = (path: string) => {
		if (files.has(path)) return;
		files.add(path);
		const text = readFileSync(join(root, path), 'utf8');
		for (const [, from] of text.matchAll(/(?:from|import)\s*["'](\.[^"']+\.js)["']/g))
			follow(join(path, '..', from!));
	};
	[...named, ...nodes.map((name) => `nodes/${name}`)].forEach(follow);
	const size = (path: string) => gzipSync(readFileSync(join(root, path)), { level: 9 }).length;
	const total = [...files].reduce((sum, path) => sum + size(path), 0);
	print(
		'JavaScript of the workspace, compressed',
		`${(total / 1000).toFixed(0)} kB in ${files.size} files`
	);
	const all = readdirSync('build/client/_app/immutable/workers', { withFileTypes: true });
	const worker = all
		.filter((f) => f.name.endsWith('.js'))
		.reduce((sum, f) => sum + statSync(join(f.parentPath, f.name)).size, 0);
	print('worker, loaded when first needed', `${(worker / 1000).toFixed(0)} kB before compression`);
}

claims(print);
networks();
assessing();
variants();
layouts();
gardens(print, time);
rootZones(print, time);
mixes(print, time);
await pointer(print);
await server();
