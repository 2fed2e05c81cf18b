import { expect } from 'chai';
import fc from 'fast-check';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { z } from 'zod';
import { workOf } from '../../bench/work';
import { numbers } from '../seed';
import { costOf, partsOf, templatesOf } from '../../src/lib/core/construction';
import { partsSchema, startSystem, suggest, VARIANTS } from '../../src/lib/core/design';
import { changeKind, fitOf, oneMore } from '../../src/lib/core/edit';
import { freeGround, seenFrom } from '../../src/lib/core/layout';
import {
	bottleCard,
	catchesOf,
	dryRunChecks,
	handWaterSteps,
	mixCard,
	todayPlan
} from '../../src/lib/core/logbook';
import { aheadOf, monthsAhead, MOST_DAYS, STAGES, SystemModel } from '../../src/lib/core/model';
import { OPERATIONS, schemasOf } from '../../src/lib/core/operations';
import { overridesSchema, PARAMETERS } from '../../src/lib/core/parameters';
import { miniatureOfModel } from '../../src/lib/core/picture';
import { findingsOf, judged, SEVERITIES, stepsOf, type Judged } from '../../src/lib/core/review';
import { BUILT_IN_SHELF, CROPS, shelfItemSchema } from '../../src/lib/core/shelf';
import { arranged, arrangement } from './arranged';
import { EXAMPLES, exampleFile, modelOf } from './example';
import { troubled, TROUBLES } from './troubles';

// Every figure of every example, summed up as written down: a change moves those it means to and no other. Where it
// means to, `npm run figures` writes them anew, and the difference says which stages of which examples moved.
const WRITTEN = new URL('../figures.json', import.meta.url);
const WRITE = process.env.CRELBO_FIGURES === 'write';
type Sum = [count: number, weighed: number];
const written = (WRITE ? {} : JSON.parse(readFileSync(WRITTEN, 'utf8'))) as Record<
	string,
	Record<string, Sum>
>;
/** Of the sum: less is what another machine's sines and powers make of it. */
const NEAR = 1e-9;
const TODAY = '2026-05-28';
const CORE = new URL('../../src/lib/core/', import.meta.url);

/** Stages and networks of each example: to be judged, and to have its fixes proven. Fewer is better: write it in. */
const MOST = JSON.parse(
	readFileSync(new URL('../most-work.json', import.meta.url), 'utf8')
) as Record<string, [judged: [number, number], proven: [number, number]]>;

/** All numbers in something, those in words too, each weighed by its place, small ones as heavily as large. */
function sumOf(of: unknown): Sum {
	const weight = numbers('weight');
	const seen = new Set<unknown>();
	let [count, sum] = [0, 0];
	const add = (value: number) => {
		count += 1;
		if (Number.isFinite(value))
			sum += (0.5 + weight()) * Math.sign(value) * Math.log1p(Math.abs(value) * 1e6);
	};
	const walk = (value: unknown): void => {
		if (typeof value === 'number') add(value);
		else if (typeof value === 'boolean') add(Number(value));
		else if (typeof value === 'string')
			for (const figure of value.match(/\d+(?:\.\d+)?/g) ?? []) add(Number(figure));
		else if (value !== null && typeof value === 'object' && !seen.has(value)) {
			seen.add(value);
			if (value instanceof Map || value instanceof Set || ArrayBuffer.isView(value))
				for (const one of value as unknown as Iterable<unknown>) walk(one);
			else if (Array.isArray(value)) value.forEach(walk);
			// a model that is handed on with its figures is no figure
			else if (Object.getPrototypeOf(value) === Object.prototype)
				for (const [key, one] of Object.entries(value)) {
					walk(key);
					walk(one);
				}
		}
	};
	walk(of);
	return [count, Number(sum.toPrecision(14))];
}

function compare(name: string, of: Record<string, unknown>): void {
	const now = Object.fromEntries(Object.entries(of).map(([key, one]) => [key, sumOf(one)]));
	if (WRITE) return void (written[name] = { ...written[name], ...now });
	const moved = Object.entries(now).filter(([key, [count, sum]]) => {
		const [n, before] = written[name]?.[key] ?? [-1, 0];
		return n !== count || Math.abs(sum - before) > NEAR * Math.max(1, Math.abs(before));
	});
	const said = moved.map(([key, one]) => `${key}: ${written[name]?.[key]} → ${one}`);
	expect(said, 'moved; where this is meant: npm run figures').to.deep.equal([]);
}

/** What of a finding stands in no sentence. */
const graded = ({ off, judged, severity, state }: Judged) => [
	off,
	judged,
	SEVERITIES.indexOf(severity),
	state === 'now'
];

/** A year of the tank, month by month. */
function yearOf(model: SystemModel) {
	const ahead = aheadOf(model, TODAY, MOST_DAYS);
	return ahead && monthsAhead(model, ahead);
}

describe('figures', () => {
	after(() => {
		if (!WRITE) return;
		const lines = Object.entries(written).map(([name, sums]) => {
			const rows = Object.entries(sums).map(([key, sum]) => `"${key}": ${JSON.stringify(sum)}`);
			return `"${name}": {\n${rows.join(',\n')}\n}`;
		});
		writeFileSync(WRITTEN, `{\n${lines.join(',\n')}\n}\n`);
	});

	for (const name of EXAMPLES)
		it(`${name}: each stage, what is found and what would mend it; nothing is worked out twice`, () => {
			const model = modelOf(name);
			const { judged: said, proven, most, findings } = workOf(name, model);
			compare(name, {
				...Object.fromEntries(
					Object.keys(STAGES).map((key) => [key, model[key as keyof typeof STAGES]])
				),
				findings,
				steps: stepsOf(model, findings)
			});
			// as the plants are, full grown, and once more where a rule tries another way
			expect(most).to.be.at.most(3);
			const held = MOST[name]!;
			[said, proven].forEach(({ stages, networks }, i) => {
				expect(stages, 'stages').to.be.at.most(held[i]![0]);
				expect(networks, 'networks').to.be.at.most(held[i]![1]);
			});
		});

	for (const name of EXAMPLES)
		it(`${name}: what is printed, bought, drilled, poured and drawn of it; on a day`, () => {
			const parts = exampleFile(name);
			const model = new SystemModel(parts, BUILT_IN_SHELF, PARAMETERS, TODAY);
			const read = { on: TODAY, litres: 0.6 * model.tank.fullL, msCm: 2, ph: 6.9 };
			const { design, layout, shelf } = model;
			const list = partsOf(design, layout, shelf);
			compare(name, {
				list,
				cost: costOf(shelf, list),
				templates: templatesOf(model),
				cards: [mixCard(model), bottleCard(model), catchesOf(model), dryRunChecks(model)],
				today: [
					todayPlan(model, { ...read, waterC: null, meters: null }),
					handWaterSteps(model, TODAY)
				],
				year: yearOf(model),
				miniature: miniatureOfModel(model, {}),
				sides: [seenFrom(layout, 'left'), seenFrom(layout, 'back')],
				fit: design.stands.map((_, i) => [fitOf(model, i), oneMore(model, 1, i)]),
				free: freeGround(layout, model.area, { wide: 0.6, deep: 0.4 }, { xM: 0.3, yM: 0.2 }),
				kinds: VARIANTS.filter((_, i) => i % 7 === EXAMPLES.indexOf(name) % 7).map((variant) =>
					changeKind(model, variant)
				)
			});
		});

	for (const variant of VARIANTS)
		it(`${variant}: as it begins, in much room and in little`, () => {
			const { place } = exampleFile('lean-to-rail');
			const start = { variant, name: 'Begun', areaId: place.areas[0]!.id, cropId: 'leaf-lettuce' };
			const rooms = [
				{ lengthMm: 2300, depthMm: 900, heightMm: 2000, plants: 11 },
				{ lengthMm: 900, depthMm: 500, heightMm: 700, plants: 2 }
			];
			const begun = rooms.map((room) => {
				const system = startSystem({ ...start, ...room }, BUILT_IN_SHELF);
				const { design, layout, flows } = new SystemModel({ ...system, place }, BUILT_IN_SHELF);
				return [design, layout, flows];
			});
			compare(`begun: ${variant}`, { begun });
		});

	it('each trouble: all that is found, and what is thought of to mend it', () => {
		const of = TROUBLES.map((trouble, i) => {
			const model = troubled(trouble);
			const all = judged(model);
			const mending = all.filter(({ code }) => code === trouble.code).map(({ fixes }) => fixes());
			const found = [findingsOf(model), all.map(graded)];
			return [`${i}: ${trouble.code}, ${trouble.from}`, [found, mending]] as const;
		});
		compare('troubles', Object.fromEntries(of));
	});

	it('stands put anywhere: where they and their lines lie', () => {
		const thrown = fc.sample(arrangement, { seed: 20261202, numRuns: 16 });
		const of = thrown.map((asked, i) => {
			const model = arranged(asked);
			const found = [findingsOf(model), judged(model).map(graded)];
			return [`${i}: ${asked.first}`, [model.layout, found]] as const;
		});
		compare('thrown', Object.fromEntries(of));
	});

	it('what may be asked: every bound of every field, of documents, shelf and operations', () => {
		const bounds = (schema: z.ZodType) => z.toJSONSchema(schema, { unrepresentable: 'any' });
		const of = OPERATIONS.map((op) => [op.id, schemasOf(op)] as const);
		const parts = [partsSchema, shelfItemSchema, overridesSchema].map(bounds);
		compare('bounds', { ...Object.fromEntries(of), parts, PARAMETERS, BUILT_IN_SHELF });
	});

	it('every table: parts, sizes, crops, figures of practice', async () => {
		const names = readdirSync(CORE).filter((name) => existsSync(new URL(`${name}/index.ts`, CORE)));
		for (const name of names)
			compare(`tables of ${name}`, {
				all: { ...(await import(`../../src/lib/core/${name}/index.ts`)) }
			});
	});

	it('what kind is proposed to whom', () => {
		const ask = { effort: 1, power: true, floorM2: 2, plants: 6, area: 'greenhouse' } as const;
		const asks = CROPS.flatMap((crop) => [
			{ ...ask, crop },
			{ ...ask, crop, effort: 3, floorM2: 0.6 } as const,
			{ ...ask, crop, power: false, plants: 40, area: 'yard' } as const
		]);
		compare('proposed', { kinds: asks.map(suggest) });
	});
});
