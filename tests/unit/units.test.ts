import { expect } from 'chai';
import fc from 'fast-check';
import {
	fieldNumber,
	fromShown,
	METRIC,
	scaleOf,
	show,
	showNumber,
	toShown,
	type Quantity,
	type Units
} from '../../src/lib/core/quantity';

const US: Units = { system: 'us', strength: 'ppm640' };
const KINDS: readonly Quantity[] = [
	'span',
	'size',
	'head',
	'volume',
	'dose',
	'flow',
	'mass',
	'salt',
	'trace',
	'liquid',
	'temperature',
	'area',
	'floorLoad',
	'velocity',
	'wind',
	'slope',
	'perArea',
	'perVolume',
	'force',
	'strength',
	'percent',
	'power',
	'minutes',
	'days',
	'depthPerDay',
	'count'
];
const anything = fc.double({ min: -1e4, max: 1e5, noNaN: true });
const both = [METRIC, US] as const;

describe('every kind of figure', () => {
	for (const kind of KINDS) {
		it(`${kind}: what is typed back is what was shown, in either system`, () => {
			fc.assert(
				fc.property(anything, (value) => {
					for (const units of both)
						expect(fromShown(toShown(value, kind, units), kind, units)).to.be.closeTo(
							value,
							1e-9 * Math.max(1, Math.abs(value))
						);
				})
			);
		});

		it(`${kind}: more is shown as more, and never as a hole`, () => {
			fc.assert(
				fc.property(anything, anything, (a, b) => {
					for (const units of both) {
						const read = (v: number) => Number(showNumber(v, kind, units).replaceAll(',', ''));
						expect(Number.isFinite(read(a))).to.equal(true);
						if (a <= b) expect(read(a)).to.be.at.most(read(b));
					}
				})
			);
		});

		it(`${kind}: is rounded to what matters, within half of its last figure`, () => {
			fc.assert(
				fc.property(fc.double({ min: 1e-3, max: 1e5, noNaN: true }), (value) => {
					for (const units of both) {
						const text = showNumber(value, kind, units).replaceAll(',', '');
						const decimals = text.split('.')[1]?.length ?? 0;
						expect(decimals, text).to.be.at.most(3);
						const shown = toShown(value, kind, units);
						expect(Math.abs(Number(text) - shown), text).to.be.at.most(
							0.5 * 10 ** -decimals + 1e-9
						);
						// three figures after the point only where there is nothing before it
						if (Math.abs(shown) >= 1) expect(decimals, text).to.be.at.most(2);
					}
				})
			);
		});
	}

	it('says its unit once, and no zeros after the point that say nothing', () => {
		for (const kind of KINDS)
			for (const units of both)
				for (const value of [0, 1, 2.5, 40, 1234]) {
					const said = show(value, kind, units);
					const { unit } = scaleOf(kind, units);
					expect(said, kind).to.not.match(/\.0+(?: |$)/);
					if (unit !== '') expect(said.split(` ${unit}`), said).to.have.length(2);
					else expect(said).to.match(/^-?[\d.,]+$/);
				}
	});

	it('nothing is never less than nothing', () => {
		for (const kind of KINDS)
			for (const units of both) {
				if (kind === 'temperature') continue;
				expect(showNumber(-1e-9, kind, units), kind).to.not.match(/-/);
			}
	});

	it('lengths, volumes, weights and warmth have another unit for those who measure in feet', () => {
		const same = KINDS.filter((kind) => scaleOf(kind, METRIC).unit === scaleOf(kind, US).unit);
		expect(same).to.have.members(['trace', 'percent', 'power', 'minutes', 'days', 'count']);
	});

	const known: [value: number, kind: Quantity, metric: string, us: string][] = [
		[0.3048, 'span', '0.30 m', '1 ft'],
		[25.4, 'size', '25 mm', '1 in'],
		[3.785411784, 'volume', '3.8 L', '1 gal'],
		[0.45359237, 'mass', '0.5 kg', '1 lb'],
		[100, 'temperature', '100 °C', '212 °F'],
		[-40, 'temperature', '-40 °C', '-40 °F'],
		[10.7639, 'perArea', '11 a m²', '1 a ft²'],
		[0.25, 'perVolume', '0.25 a litre', '0.95 a gallon'],
		[5, 'slope', '5 mm in a metre', '0.06 inch in a foot'],
		[1, 'strength', '1 mS/cm', '640 ppm (640)']
	];
	for (const [value, kind, metric, us] of known)
		it(`${value} of ${kind} reads ${metric} or ${us}`, () => {
			expect(show(value, kind, METRIC)).to.equal(metric);
			expect(show(value, kind, US)).to.equal(us);
		});

	const fields: [value: number, kind: Quantity, metric: string, us: string][] = [
		// pure numbers keep their decimals: a pH, a price, a share of iron
		[7.4, 'count', '7.4', '7.4'],
		[0.29, 'count', '0.29', '0.29'],
		[1.4333333, 'count', '1.43', '1.43'],
		[0.006, 'count', '0.006', '0.006'],
		[20, 'count', '20', '20'],
		// what was typed comes back as it was typed
		[12.5, 'size', '12.5', '0.49'],
		[349.25, 'size', '349.25', '13.75'],
		[63.54321, 'volume', '63.5', '16.8'],
		[64, 'volume', '64', '16.9'],
		[3.456, 'span', '3.456', '11.3']
	];
	for (const [value, kind, metric, us] of fields)
		it(`a field holds ${value} of ${kind} as ${metric} or ${us}`, () => {
			expect(fieldNumber(value, kind, METRIC)).to.equal(metric);
			expect(fieldNumber(value, kind, US)).to.equal(us);
		});

	it('a field shows what is stored, or as near as a change of units leaves it', () => {
		fc.assert(
			fc.property(
				fc.constantFrom(...KINDS),
				fc.integer({ min: 1, max: 999_999 }),
				fc.constantFrom(1, 10, 100, 1000),
				(kind, digits, over) => {
					const typed = digits / over;
					const stored = fromShown(typed, kind, METRIC);
					expect(Number(fieldNumber(stored, kind, METRIC)), kind).to.be.closeTo(
						typed,
						1e-9 * typed
					);
					const us = fromShown(typed, kind, US);
					expect(Number(fieldNumber(us, kind, US)), `us ${kind}`).to.be.closeTo(
						typed,
						1e-8 * typed
					);
				}
			),
			{ seed: 20261126 }
		);
	});
});
