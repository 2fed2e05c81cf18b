import { expect } from 'chai';
import { tries, some } from '../seed';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import type { z } from 'zod';
import { partsOf } from '../../src/lib/core/construction';
import {
	applyChanges,
	KINDS,
	kindOf,
	readDesignFile,
	suggest,
	VARIANTS,
	partsIn,
	type Parts
} from '../../src/lib/core/design';
import {
	boxOf,
	type Container,
	type Corner,
	type Layout,
	type Point
} from '../../src/lib/core/layout';
import { assessModel, calculate } from '../../src/lib/core/operations';
import { SystemModel } from '../../src/lib/core/model';
import { findingsOf, fixesOf } from '../../src/lib/core/review';
import { autofix } from '../../src/lib/core/edit';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { editsOf, start } from './any-design';

const EXAMPLES = new URL('../../examples/', import.meta.url);
const examples = readdirSync(EXAMPLES).map((name) => ({
	name,
	...readDesignFile(readFileSync(new URL(name, EXAMPLES), 'utf8'))
}));
const modelOf = (parts: Parts): SystemModel => new SystemModel(parts, BUILT_IN_SHELF);

/** Outlines of two convex shapes overlap unless some edge of one has the other wholly on its far side. */
function overlap(a: readonly Corner[], b: readonly Corner[]): boolean {
	const apart = (p: readonly Corner[], q: readonly Corner[]) =>
		p.some(([x, y], i) => {
			const [nx, ny] = p[(i + 1) % p.length]!;
			const side = ([u, v]: Corner) => (nx - x) * (v - y) - (ny - y) * (u - x);
			const inside = Math.sign(Math.max(...p.map(side)) + Math.min(...p.map(side)));
			return q.every((c) => inside * side(c) <= 1e-6);
		});
	return !apart(a, b) && !apart(b, a);
}
function above(c: Container): Corner[] {
	if (c.radiusM === null) return c.above;
	return Array.from({ length: 16 }, (_, i): Corner => {
		const t = (i / 16) * 2 * Math.PI;
		return [c.xM + c.radiusM! * Math.cos(t), c.yM + c.radiusM! * Math.sin(t)];
	});
}
function intersecting({ containers }: Layout): string[] {
	const list = [...containers].sort((a, b) => boxOf(a.front).x0 - boxOf(b.front).x0);
	const clashes: string[] = [];
	list.forEach((a, i) => {
		const right = boxOf(a.front).x1 - 1e-6;
		for (let j = i + 1; j < list.length && boxOf(list[j]!.front).x0 < right; j++) {
			const b = list[j]!;
			if (overlap(a.front, b.front) && overlap(above(a), above(b))) clashes.push(`${a.id} ${b.id}`);
		}
	});
	return clashes;
}

/** Every outlet hangs on the source by runs, open or shut. */
function cutOff({ nodes, runs, outlets }: Layout): string[] {
	const next = new Map<string, string[]>();
	for (const { from, to } of runs) {
		next.set(from, [...(next.get(from) ?? []), to]);
		next.set(to, [...(next.get(to) ?? []), from]);
	}
	const reached = new Set(['pump']);
	for (const at of reached) for (const to of next.get(at) ?? []) reached.add(to);
	expect(new Set(nodes.map((n) => n.id)).size, 'node ids').to.equal(nodes.length);
	return outlets.filter((e) => !reached.has(e.nodeId)).map((e) => e.id);
}

function finite(value: unknown, where: string): void {
	if (typeof value === 'number') expect(Number.isFinite(value), where).to.equal(true);
	else if (typeof value === 'string') expect(value, where).to.not.match(/NaN|undefined|Infinity/);
	else if (value && typeof value === 'object')
		for (const [key, inner] of Object.entries(value)) finite(inner, `${where}.${key}`);
}

/** It falls along every stretch, and ends over the tank and not beside it. */
function overWater({ tank }: Layout, points: readonly Point[], what: string): void {
	points.slice(1).forEach((to, i) => expect(points[i]!.zM, what).to.be.at.least(to.zM - 1e-9));
	const end = points.at(-1)!;
	expect(end.yM, `${what} across`).to.be.within(tank.yM, tank.yM + tank.widthM);
	expect(end.xM, `${what} along`).to.be.at.most(tank.xM + tank.lengthM + 1e-9);
}

/** What must hold of any design, whatever its numbers. */
function sound(model: SystemModel): void {
	const { layout } = model;
	expect(cutOff(layout), 'cut off').to.deep.equal([]);
	const refused = layout.problems.some((p) => p.code === 'cannot-be-built');
	if (!refused) expect(intersecting(layout), 'intersect').to.deep.equal([]);
	for (const run of layout.runs) expect(run.lengthM, run.id).to.be.at.least(0);
	for (const run of layout.returns) {
		expect(run.lengthM, run.id).to.be.above(0);
		const [from, to] = [run.points[0]!, run.points.at(-1)!];
		if (run.way === 'level') expect(run.fallPercent).to.equal(0);
		else if (run.fallPercent > 0) expect(from.zM, run.id).to.be.at.least(to.zM - 1e-9);
		if (run.way === 'fall') overWater(layout, run.points, run.id);
	}
	const { from, to } = layout.extent;
	const fits =
		to.xM - from.xM <= model.area.lengthM &&
		to.yM - from.yM <= model.area.widthM &&
		to.zM <= model.area.heightM;
	const assessment = assessModel(model);
	if (!fits) expect(assessment.findings.map((f) => f.code)).to.include('outside-area');
	for (const site of layout.sites) {
		expect(site.xM, site.id).to.be.within(from.xM - 0.2, to.xM + 0.2);
		expect(
			layout.containers.some((c) => c.id === site.containerId),
			site.id
		).to.equal(true);
	}
	finite(assessment, 'assessment');
	finite(partsOf(model.design, layout, model.shelf), 'parts');
}

describe('every variant', () => {
	for (const variant of some(VARIANTS, 'every variant', 0.5)) {
		it(`${variant}: started from a few answers it works, and is what its schema says`, () => {
			for (const [plants, crop] of [
				[1, 'basil'],
				[8, 'leaf-lettuce'],
				[5, 'tomato'],
				[30, 'strawberry']
			] as const) {
				const parts = autofix(start(variant, plants, crop), BUILT_IN_SHELF);
				const stand = parts.design.stands[0]!;
				expect(KINDS[variant].schema.safeParse(stand).error?.issues ?? []).to.deep.equal([]);
				const model = modelOf(parts);
				sound(model);
				expect(model.path.result.uniformity.dry).to.equal(0);
				const most = KINDS[variant].suits.most ?? Infinity;
				if (plants > most) continue;
				expect(Object.keys(model.plants)).to.have.length(plants);
				const stops = findingsOf(model).filter((f) => f.severity === 'stop');
				expect(stops.map((f) => `${plants} ${crop}: ${f.message}`)).to.deep.equal([]);
			}
		});

		it(`${variant}: its sheet names fields it has, each with a name of its own`, () => {
			const { schema, sheet } = KINDS[variant];
			const titles = [...sheet.sites, ...sheet.lines].map((name) => {
				expect(schema.shape, name).to.have.property(name);
				return (schema.shape[name] as z.ZodType).meta()?.title;
			});
			expect(new Set(titles).size).to.equal(titles.length);
			expect(titles).to.not.include(undefined);
		});

		it(`${variant}: whatever its numbers, it is laid out, solved and judged`, function () {
			this.timeout(240_000);
			const base = start(variant);
			fc.assert(
				fc.property(editsOf(variant), (changes) => {
					const parts = applyChanges(base, changes);
					if (!KINDS[variant].schema.safeParse(parts.design.stands[0]).success) return;
					sound(modelOf(parts));
				}),
				{ numRuns: tries(30, 2) }
			);
		});
	}
});

describe('examples', () => {
	it('hold a design of every variant, and more', () => {
		const there = new Set(examples.flatMap(({ design }) => design.stands.map((s) => s.variant)));
		expect([...there].sort()).to.deep.equal([...VARIANTS].sort());
		expect(examples.length).to.be.at.least(17);
	});

	for (const { name, ...file } of some(examples, 'had again', 0.4))
		it(`${name}: sites, water, loads and a finding whose fix works; each figure can be had again`, () => {
			const model = new SystemModel(partsIn(file), BUILT_IN_SHELF);
			const assessment = assessModel(model);
			expect(assessment.sites.length).to.be.above(0);
			expect(assessment.operations).to.have.property('network');
			expect(model.loads.every((load) => load.massKg > 0)).to.equal(true);
			for (const [op, entries] of Object.entries(assessment.operations))
				for (const { input, result } of [entries].flat()) {
					const again = calculate(op, input);
					expect(again, op).to.deep.equal({ result });
				}
			const settled = assessment.findings.filter((finding) =>
				fixesOf(model, finding).some((fix) => {
					const after = findingsOf(model.with(fix.change));
					return !after.some((f) => f.code === finding.code && f.subject === finding.subject);
				})
			);
			expect(settled.length, 'findings with a working fix').to.be.above(0);
		});
});

describe('choosing a kind', () => {
	const wish = {
		area: 'yard' as const,
		crop: { habit: 'climber' as const, spreadMm: 500 },
		plants: 6,
		effort: 2 as const,
		power: true,
		floorM2: 6
	};
	const first = (over: object) => KINDS[suggest({ ...wish, ...over })[0]!.variant];

	it('offers every kind, the most fitting first, each with a reason where something speaks against it', () => {
		const list = suggest(wish);
		expect(list.map((s) => s.variant).sort()).to.deep.equal([...VARIANTS].sort());
		for (const { score, why } of list) if (score < -0.5) expect(why).to.not.equal('');
	});
	it('gives large plants room, and small ones a tower', () => {
		expect(first({}).suits.tall).to.equal(true);
		const small = { habit: 'rosette' as const, spreadMm: 180 };
		expect(first({ crop: small, plants: 60, area: 'balcony' }).suits.height).to.equal('tall');
	});
	it('without a socket lets a valve do it', () => {
		expect(first({ power: false }).feeding).to.equal('valve');
		expect(kindOf({ variant: suggest({ ...wish, power: false })[0]!.variant }).feeding).to.equal(
			'valve'
		);
	});
});
