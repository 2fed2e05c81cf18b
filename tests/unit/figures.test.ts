import { expect } from 'chai';
import fc from 'fast-check';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { z } from 'zod';
import { workOf } from '../../bench/work';
import { costOf, partsOf, templatesOf } from '../../src/lib/core/construction';
import { partsSchema, startSystem, suggest, VARIANTS } from '../../src/lib/core/design';
import { changeKind, extensionOf, fitOf, oneMore } from '../../src/lib/core/edit';
import { freeGround, seenFrom } from '../../src/lib/core/layout';
import {
	bottleCard,
	catchesOf,
	dryRunChecks,
	handWaterSteps,
	mixCard,
	todayPlan
} from '../../src/lib/core/logbook';
import {
	aheadOf,
	dialFor,
	evenAmong,
	evenKinds,
	monthsAhead,
	MOST_DAYS,
	phCurve,
	schoolSteps,
	STAGES,
	SystemModel,
	topUpSteps
} from '../../src/lib/core/model';
import { assessModel, OPERATIONS, schemasOf } from '../../src/lib/core/operations';
import { overridesSchema, PARAMETERS } from '../../src/lib/core/parameters';
import { miniatureOfModel } from '../../src/lib/core/picture';
import {
	allOf,
	fieldNumber,
	METRIC,
	show,
	showShort,
	type Units
} from '../../src/lib/core/quantity';
import { findingsOf, judged, stepsOf } from '../../src/lib/core/review';
import { BUILT_IN_SHELF, CROPS, shelfItemSchema } from '../../src/lib/core/shelf';
import { arranged, arrangement } from './arranged';
import { EXAMPLES, exampleFile, modelOf } from './example';
import { QUANTITIES } from './quantities';
import { troubled, TROUBLES } from './troubles';
import { compare, graded } from './written';

const TODAY = '2026-05-28';
const US: Units = { system: 'us', strength: 'ppm640' };
const CORE = new URL('../../src/lib/core/', import.meta.url);

/** Stages and networks of each example: to be judged, and to have its fixes proven. Fewer is better: write it in. */
const MOST = JSON.parse(
	readFileSync(new URL('../most-work.json', import.meta.url), 'utf8')
) as Record<string, [judged: [number, number], proven: [number, number]]>;

/** A year of the tank, month by month. */
function yearOf(model: SystemModel) {
	const ahead = aheadOf(model, TODAY, MOST_DAYS);
	return ahead && monthsAhead(model, ahead);
}

describe('figures', () => {
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
				assessed: assessModel(model),
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

	for (const name of EXAMPLES.filter((_, i) => i % 3 === 0))
		it(`${name}: the ways it may go: dial, evenness, feeding, topping up, more of it`, () => {
			const model = modelOf(name);
			const { flows, layout, design, acid, base } = model;
			const way = acid ?? base;
			const ids = layout.outlets.map(({ nodeId }) => nodeId);
			compare(name, {
				dial: [0.3, 0.8].map((share) => dialFor(model, share * model.balance.sourceFlow)),
				even: [evenKinds(model), evenAmong(flows, ids)],
				schools: allOf(schoolSteps(model)),
				supply: allOf(topUpSteps(model, TODAY, 30)),
				more: design.stands.map((_, i) => extensionOf(model, i)),
				towardsPh: way && phCurve(way, model.secondAcid)
			});
		});

	it('every quantity in every unit, as it is shown', () => {
		const values = [0, 0.0123, 0.456, 1.234, 7.5, 56.78, 910.11, 12345.6, -3.21];
		for (const units of [METRIC, US])
			compare(`shown, ${units.system}`, {
				...Object.fromEntries(
					QUANTITIES.map((quantity) => [
						quantity,
						values.map((value) => [
							show(value, quantity, units),
							showShort(value, quantity, units),
							fieldNumber(value, quantity, units)
						])
					])
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
