import { expect } from 'chai';
import type * as Differences from '../../../src/lib/ui/home/differences';
import type { Change } from '../../../src/lib/core/design';
import { modelOf, EXAMPLES, set } from '../example';
import { METRIC } from '../../../src/lib/core/quantity';
import { load, US } from './stage';

let differing: typeof Differences.differing;
before(async function () {
	this.timeout(240_000);
	({ differing } = await load<typeof Differences>('ui/home/differences.ts'));
});

const between = (name: string, changes: Change[], units = METRIC, all = true) => {
	const mine = modelOf(name);
	return differing(mine.parts, mine.with(changes).parts, units, all);
};

describe('what differs between two designs', () => {
	const cases: [
		name: string,
		change: Change,
		row: { name: string; mine: string; theirs: string },
		us?: [mine: string, theirs: string]
	][] = [
		[
			'kitchen-columns',
			set('design.stands.0.ringPitchMm', 240),
			{ name: 'Distance between rings', mine: '185 mm', theirs: '240 mm' },
			['7.28 in', '9.45 in']
		],
		[
			'kitchen-columns',
			set('design.tank.hatch', false),
			{ name: 'Hatch over the pump', mine: 'yes', theirs: 'no' }
		],
		[
			'lean-to-rail',
			set('operation.fillL', 40),
			{ name: 'Fill', mine: '34 L', theirs: '40 L' },
			['8.98 gal', '10.6 gal']
		],
		[
			'lean-to-rail',
			set('design.reserve', null),
			{ name: 'Reserve', mine: '120 L rain butt', theirs: 'none' }
		],
		[
			'lean-to-rail',
			set('record.stages', {}),
			{ name: 'Stages seen', mine: '14 seen', theirs: '0 seen' }
		],
		[
			'lean-to-rail',
			set('design.source.partId', 'pump-1500'),
			{ name: 'Pump', mine: '15 W pump, 1.6 m / 900 L/h', theirs: '25 W pump, 2.4 m / 1500 L/h' }
		],
		[
			'lean-to-rail',
			set('operation.dial', 1),
			{ name: 'Pump dial', mine: '72 %', theirs: '100 %' }
		],
		[
			'lean-to-rail',
			set('record.waterC', 30),
			{ name: 'Water temperature', mine: '20 °C', theirs: '30 °C' },
			['68 °F', '86 °F']
		],
		[
			'lean-to-rail',
			set('operation.crops', {}),
			{ name: 'Plants', mine: '14 planted', theirs: '0 planted' }
		],
		['loft-table', set('design.lamps', []), { name: 'Lamps', mine: '1 hung', theirs: '0 hung' }],
		[
			'loft-table',
			set('design.name', 'The other table'),
			{ name: 'Name', mine: 'Loft table', theirs: 'The other table' }
		],
		[
			'mixed-loop',
			set('design.stands.1.pitchMm', 900),
			{ name: 'Gutter: slab spacing', mine: '1020 mm', theirs: '900 mm' },
			['40.2 in', '35.4 in']
		],
		[
			'lean-to-rail',
			set('operation.shutValves', ['rail/v-1', 'rail/v-2']),
			{ name: 'Rows shut', mine: 'none', theirs: 'A, B' }
		],
		[
			'valve-pots',
			set('design.stands.0.floorsMm', { '1/2': 10 }),
			{ name: 'Floors', mine: 'A4 25 mm', theirs: 'A2 10 mm' },
			['A4 0.98 in', 'A2 0.39 in']
		]
	];
	for (const [name, change, row, us] of cases) {
		it(`${change.path} in ${name} reads “${row.name}”`, () => {
			const [only, ...more] = between(name, [change]);
			expect(more.map((r) => r.name)).to.deep.equal([]);
			expect(only).to.deep.equal(row);
		});
		if (us)
			it(`${change.path} in ${name}, in feet and gallons`, () => {
				const [only] = between(name, [change], US);
				expect([only!.mine, only!.theirs]).to.deep.equal(us);
			});
	}

	it('nothing, where nothing does', () => {
		for (const name of EXAMPLES) expect(between(name, []), name).to.deep.equal([]);
	});

	it('plants, notes and what was seen are left out where two variants are weighed', () => {
		const changes = [
			set('operation.crops', {}),
			set('record.plantOutOn', '2026-01-02'),
			set('design.notes', 'windy')
		];
		expect(between('loft-table', changes, METRIC, false)).to.deep.equal([]);
		expect(between('loft-table', changes).map((r) => r.name)).to.have.members([
			'Plants',
			'Planting out',
			'Notes'
		]);
	});

	it('another kind of system is one line, not a list of its fields', () => {
		const rows = differing(modelOf('loft-table').parts, modelOf('valve-pots').parts, METRIC);
		expect(rows[0]!.name).to.equal('Kind');
		expect(rows.some((row) => /\.|Mm\b|Id\b|spacing/.test(row.name))).to.equal(false);
	});

	it('between any two examples nothing is said in the words of the file', () => {
		for (const a of EXAMPLES)
			for (const b of EXAMPLES)
				for (const { name, mine, theirs } of differing(
					modelOf(a).parts,
					modelOf(b).parts,
					METRIC,
					true
				)) {
					const said = `${name} ${mine} ${theirs}`;
					expect(said, `${a}, ${b}`).to.not.match(
						/undefined|NaN|null|\[object|\w\.\w+Mm|[a-z]Id\b/
					);
					expect(name, `${a}, ${b}`).to.match(/^[A-Z]/);
				}
	});
});
