import { expect } from 'chai';
import type * as Differences from '../../../src/lib/ui/home/differences';
import type { Change } from '../../../src/lib/core/design';
import { chainOf, EXAMPLES, set } from '../example';
import { METRIC } from '../../../src/lib/core/quantity';
import { load, US } from './stage';

let differing: typeof Differences.differing;
before(async function () {
	this.timeout(60_000);
	({ differing } = await load<typeof Differences>('ui/home/differences.ts'));
});

const between = (name: string, changes: Change[], units = METRIC, all = true) => {
	const mine = chainOf(name);
	return differing(mine.design, mine.with(changes).design, units, all);
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
			set('stands.0.ringPitchMm', 240),
			{ name: 'Distance between rings', mine: '185 mm', theirs: '240 mm' },
			['7.28 in', '9.45 in']
		],
		[
			'kitchen-columns',
			set('tank.hatch', false),
			{ name: 'Hatch over the pump', mine: 'yes', theirs: 'no' }
		],
		[
			'lean-to-rail',
			set('water.fillL', 40),
			{ name: 'Fill', mine: '34 L', theirs: '40 L' },
			['8.98 gal', '10.6 gal']
		],
		[
			'lean-to-rail',
			set('source.partId', 'pump-1500'),
			{ name: 'Pump', mine: '15 W pump, 1.6 m / 900 L/h', theirs: '25 W pump, 2.4 m / 1500 L/h' }
		],
		['lean-to-rail', set('source.dial', 1), { name: 'Pump dial', mine: '72 %', theirs: '100 %' }],
		[
			'lean-to-rail',
			set('lines.waterC', 30),
			{ name: 'Water temperature', mine: '20 °C', theirs: '30 °C' },
			['68 °F', '86 °F']
		],
		[
			'lean-to-rail',
			set('plants', {}),
			{ name: 'Plants', mine: '14 planted', theirs: '0 planted' }
		],
		['loft-table', set('lamps', []), { name: 'Lamps', mine: '1 hung', theirs: '0 hung' }],
		[
			'loft-table',
			set('name', 'The other table'),
			{ name: 'Name', mine: 'Loft table', theirs: 'The other table' }
		],
		[
			'mixed-loop',
			set('stands.1.pitchMm', 900),
			{ name: 'Gutter: slab spacing', mine: '1020 mm', theirs: '900 mm' },
			['40.2 in', '35.4 in']
		],
		[
			'lean-to-rail',
			set('stands.0.shutRows', [0, 1]),
			{ name: 'Rows shut', mine: 'none', theirs: 'A, B' }
		],
		[
			'valve-pots',
			set('stands.0.floorsMm', [0, 10]),
			{ name: 'Floors', mine: '0 mm, 0 mm, 0 mm, 25 mm', theirs: '0 mm, 10 mm' },
			['0 in, 0 in, 0 in, 0.98 in', '0 in, 0.39 in']
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

	it('plants, dates and prices are left out where two variants are weighed', () => {
		const changes = [set('plants', {}), set('prices', { 'pot-7': 3 }), set('notes', 'windy')];
		expect(between('loft-table', changes, METRIC, false)).to.deep.equal([]);
		expect(between('loft-table', changes).map((r) => r.name)).to.have.members([
			'Plants',
			'Prices',
			'Notes'
		]);
	});

	it('another kind of system is one line, not a list of its fields', () => {
		const rows = differing(chainOf('loft-table').design, chainOf('valve-pots').design, METRIC);
		expect(rows[0]!.name).to.equal('Kind');
		expect(rows.some((row) => /\.|Mm\b|Id\b|spacing/.test(row.name))).to.equal(false);
	});

	it('between any two examples nothing is said in the words of the file', () => {
		for (const a of EXAMPLES)
			for (const b of EXAMPLES)
				for (const { name, mine, theirs } of differing(
					chainOf(a).design,
					chainOf(b).design,
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
