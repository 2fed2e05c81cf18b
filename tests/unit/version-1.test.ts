import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import { hoursOf, kindOf, partsIn, plantsOf, readDesignFile } from '../../src/lib/core/design';
import { calculate } from '../../src/lib/core/operations';
import { InvalidInput } from '../../src/lib/core/quantity';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF, litresAt, shapeHeightMm } from '../../src/lib/core/shelf';

/** As much of a version 1 file as is looked at here. */
interface Old {
	design: {
		schemaVersion: number;
		stands: Record<string, unknown>[];
		plants: Record<string, object>;
		water: { topUp: { kind: string; reserveL?: number | null } };
		source: { dial?: number; bench?: unknown };
		lamps: { id: string; hours: number }[];
		lines: object;
		feed: object;
		diary: object;
		assumed: string[];
	};
	place: object;
}

/** What the program before read out of its own files: the network's input in order, and every length. */
interface Expected {
	temperatureC: number;
	source: object;
	nodes: object[];
	links: object[];
	lengthsM: number[];
}
const fixture = (path: string) =>
	readFileSync(new URL(`../fixtures/${path}`, import.meta.url), 'utf8');
const EXPECTED = JSON.parse(fixture('v1-network.json')) as Record<string, Expected>;

/** The network's input with places in the list for ids: ids may be called otherwise, nothing else may change. */
function inOrder({ path, layout }: SystemModel): Expected {
	const { nodes, links, source, temperatureC } = path.input;
	const at = new Map(nodes.map(({ id }, i) => [id, i]));
	return {
		temperatureC: temperatureC!,
		source: { ...source, nodeId: at.get(source.nodeId) },
		nodes: nodes.map((node) => ({ ...node, id: undefined })),
		links: links.map((link) => ({
			...link,
			id: undefined,
			from: at.get(link.from),
			to: at.get(link.to)
		})),
		lengthsM: [...layout.runs, ...layout.returns].map(({ lengthM }) => lengthM)
	};
}

/** To twelve figures: a level is a root, and the last of a root's depend on the way to it. */
const told = (value: unknown): unknown =>
	JSON.parse(
		JSON.stringify(value, (_, one: unknown) =>
			typeof one === 'number' ? Number(one.toPrecision(12)) : one
		)
	);

/**
 * Lengths, m, that were wrong when the files were written, by the place of their run: they were measured from
 * where the riser was before it stood in the middle of its stand.
 */
const MENDED: Record<string, Record<number, number>> = {
	'away-bench': { 1: 0.73 },
	'single-bucket': { 1: 0.0945, 2: 0.0945, 3: 0.0945, 4: 0.0945 }
};
/** A clean screen costs four times what was taken for it then. */
const SCREEN = { was: 2.5, is: 10 };
const SCREENED = ['away-bench', 'valve-pots'];
/** Spray heads and compensating drippers have the figures of their kind now. */
type Outlet = { nominalFlowLph?: number; minHeadM?: number };
const withOutlet = ({ outlet }: { outlet?: Outlet }) =>
	outlet && {
		outlet: {
			...outlet,
			...(outlet.nominalFlowLph === 180 && { nominalFlowLph: 30 }),
			...(outlet.minHeadM === 3.5 && { minHeadM: 5 })
		}
	};
function mended(name: string): Expected {
	const { lengthsM, links, nodes, ...rest } = EXPECTED[name]!;
	const at = MENDED[name] ?? {};
	return {
		...rest,
		nodes: nodes.map((node) => ({ ...node, ...withOutlet(node as { outlet?: Outlet }) })),
		lengthsM: lengthsM.map((m, i) => at[i] ?? m),
		links: links.map((link, i) => ({
			...link,
			...(i in at && { lengthM: at[i] }),
			...(i === 0 &&
				SCREENED.includes(name) && {
					fittingsK: (link as { fittingsK: number }).fittingsK + SCREEN.is - SCREEN.was
				})
		}))
	};
}

describe('files of version 1', () => {
	const names = readdirSync(new URL('../fixtures/v1/', import.meta.url));
	it('are all there', () => void expect(names).to.have.length(Object.keys(EXPECTED).length));

	for (const file of names)
		it(`${file} gives the same network and lengths as when it was written`, () => {
			const parts = partsIn(readDesignFile(fixture(`v1/${file}`)));
			const now = inOrder(new SystemModel(parts, BUILT_IN_SHELF));
			expect(told(now)).to.deep.equal(told(mended(file.replace('.json', ''))));
		});

	for (const file of names)
		it(`${file}: plants, readings and settings come over under their new ids`, () => {
			const old = JSON.parse(fixture(`v1/${file}`)) as Old;
			const plain = new SystemModel(partsIn(readDesignFile(JSON.stringify(old))), BUILT_IN_SHELF);
			const { outlets, sites } = plain.layout;
			// an outlet was called after its node, a site after its label
			const caughtMl = Object.fromEntries(outlets.map(({ nodeId }, i) => [nodeId, 10 + i]));
			old.design.diary = { ...old.design.diary, caughtMl, seenTo: ['too-close'] };
			old.design.assumed = ['stands.0.pitchMm', 'source.dial', 'water.topUp', 'lines.waterC'];
			const upgraded = partsIn(readDesignFile(JSON.stringify(old)));
			const { design, operation, record } = upgraded;
			expect(Object.keys(record.caughtMl)).to.deep.equal(outlets.map((e) => e.id));
			// nobody knows for which figure it was settled: it is asked once again
			expect(record.settled).to.deep.equal([]);
			const local = new Map(
				design.stands.flatMap((stand) =>
					kindOf(stand)
						.slots(stand)
						.map(({ id, label }) => [String(`${stand.id}.${label}`), id] as const)
				)
			);
			const plants = Object.entries(old.design.plants);
			expect(Object.keys(operation.crops)).to.have.length(plants.length);
			for (const [id, plant] of plants)
				expect(plantsOf(operation, record)[local.get(id)!], id).to.deep.equal(plant);
			expect(sites.filter((site) => site.cropId)).to.have.length(plants.length);
			expect(design.assumed).to.deep.equal([
				`design.stands[id=${design.stands[0]!.id}].pitchMm`,
				'operation.dial',
				'operation.topUp',
				'record.waterC'
			]);
			const { water, source, lamps } = old.design;
			expect(operation.topUp.kind).to.equal(water.topUp.kind);
			const { reserve } = design;
			const litres = reserve && litresAt(reserve.shape!, shapeHeightMm(reserve.shape!));
			if (litres === null) expect(water.topUp.reserveL ?? null).to.equal(null);
			else expect(litres).to.be.closeTo(water.topUp.reserveL!, 1e-6);
			expect(operation.dial).to.equal(source.dial ?? 1);
			for (const { id, hours } of lamps) expect(hoursOf(operation, id)).to.equal(hours);
		});

	it('shut rows, a bench test and measured floors come over as well', () => {
		const rail = JSON.parse(fixture('v1/lean-to-rail.json')) as Old;
		rail.design.stands[0]!.shutRows = [1];
		const readings = [
			{ liftM: 0.5, litres: 9, seconds: 40 },
			{ liftM: 1.2, litres: 9, seconds: 90 }
		];
		rail.design.source.bench = readings;
		// what a count had taken the site of stood among the plants
		rail.design.plants['rail@0/9/0'] = { cropId: 'basil', stage: 'young' };
		const { operation, record } = readDesignFile(JSON.stringify(rail));
		expect(operation.kept).to.deep.equal({ 'rail/1/10/1': 'basil' });
		expect(record.stages['rail/1/10/1']).to.equal('young');
		expect(operation.shutValves).to.deep.equal(['rail/v-2']);
		expect(record.pumpTest).to.deep.equal({ pumpId: 'pump-900', readings });
		const pots = JSON.parse(fixture('v1/valve-pots.json')) as Old;
		pots.design.stands[0]!.floorsMm = [0, 3, 0, 0, 0, -2];
		const [stand] = readDesignFile(JSON.stringify(pots)).design.stands;
		expect(stand).to.have.property('floorsMm').that.deep.equals({ '1/2': 3, '2/2': -2 });
	});

	it('an assessment takes the old form as it takes the new', () => {
		const old = JSON.parse(fixture('v1/kitchen-columns.json')) as Old;
		const now = partsIn(readDesignFile(JSON.stringify(old)));
		expect(calculate('assess', old)).to.deep.equal(calculate('assess', now));
		const newer = { ...old, design: { ...old.design, schemaVersion: 7 } };
		expect(JSON.stringify(calculate('assess', newer))).to.include('newer Crelbo');
		expect(calculate('assess', { ...now, schemaVersion: 99 })).to.have.property('error');
		for (const raw of [
			null,
			5,
			{},
			[],
			{ design: null, place: {} },
			{ design: { schemaVersion: 1 } }
		])
			expect(calculate('assess', raw), JSON.stringify(raw)).to.have.nested.property(
				'error.code',
				'invalid-input'
			);
	});

	it('what a version 1 design spoilt is refused by its name, wherever it stands now', () => {
		const old = JSON.parse(fixture('v1/lean-to-rail.json')) as Old;
		const spoilt: [part: keyof Old['design'], value: unknown][] = [
			['water', null],
			['source', 7],
			['lines', 'x'],
			['stands', {}],
			['plants', []],
			['diary', undefined],
			['lamps', 3],
			['feed', undefined],
			['assumed', null]
		];
		for (const [part, value] of spoilt) {
			const text = JSON.stringify({ ...old, design: { ...old.design, [part]: value } });
			expect(() => readDesignFile(text), part).to.throw(InvalidInput);
		}
	});
});
