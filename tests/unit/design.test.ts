import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import {
	applyChanges,
	boundsAt,
	differences,
	placeSchema,
	readDesignFile,
	valueAt,
	writeDesignFile
} from '../../src/lib/core/design';
import {
	InvalidInput,
	show,
	fromShown,
	toShown,
	showNumber,
	type Quantity
} from '../../src/lib/core/quantity';
import { rail, RAIL_TEXT } from './rail';

const refusal = (text: string): InvalidInput => {
	try {
		readDesignFile(text);
	} catch (problem) {
		if (problem instanceof InvalidInput) return problem;
		throw problem;
	}
	throw new Error('accepted');
};
const edited = (
	edit: (file: {
		schemaVersion: number;
		design: Record<string, unknown>;
		operation: Record<string, unknown>;
		place: Record<string, unknown>;
	}) => void
) => {
	const file = JSON.parse(RAIL_TEXT) as never;
	edit(file);
	return JSON.stringify(file);
};

describe('design files', () => {
	const examples = new URL('../../examples/', import.meta.url);
	for (const name of readdirSync(examples))
		it(`${name} is written as the application writes it, byte for byte`, () => {
			const text = readFileSync(new URL(name, examples), 'utf8');
			expect(writeDesignFile(readDesignFile(text))).to.equal(text);
		});

	it('comes out the same whatever order its fields came in', () => {
		const turned = edited((file) => {
			file.design = Object.fromEntries(Object.entries(file.design).reverse());
		});
		expect(writeDesignFile(readDesignFile(turned))).to.equal(RAIL_TEXT);
	});

	const table: [what: string, text: string, says: RegExp][] = [
		['a broken file', RAIL_TEXT.slice(0, 900), /broken or of another kind/],
		['a foreign file', '{"hello": 1}', /not a Crelbo design/],
		['a list', '[]', /not a Crelbo design/],
		['a file over 2 MB', ' '.repeat(2 * 1024 * 1024 + 1), /larger than 2 MB/],
		['a newer design', edited((f) => (f.design.schemaVersion = 9)), /newer Crelbo/],
		['a newer place', edited((f) => (f.place.schemaVersion = 9)), /newer Crelbo/],
		['a newer file', edited((f) => (f.schemaVersion = 9)), /newer Crelbo/],
		['an unknown field', edited((f) => (f.design.colour = 'red')), /unknown field "colour"/],
		[
			'an impossible number',
			edited((f) => (f.operation.dial = 7)),
			/pump dial must be a number from 0.1 to 1/
		],
		['a wrong type', edited((f) => (f.design.name = 5)), /name of the system must be text/]
	];
	for (const [what, text, says] of table)
		it(`refuses ${what} in a sentence`, () => {
			expect(refusal(text).issues[0]!.message).to.match(says);
		});
});

describe('changes', () => {
	it('copy only what they touch, and clear what was assumed there', () => {
		const parts = rail();
		const assumed = ['operation.dial', 'operation.topUp'];
		const before = { ...parts, design: { ...parts.design, assumed } };
		const after = applyChanges(before, [{ path: 'operation.dial', value: 0.5 }]);
		expect(valueAt(after, 'operation.dial')).to.equal(0.5);
		expect(after.design.stands).to.equal(before.design.stands);
		expect(after.record).to.equal(before.record);
		expect(after.design.assumed).to.deep.equal(['operation.topUp']);
		expect(valueAt(before, 'operation.dial')).to.equal(0.72);
	});

	it('reach into lists, and remove with undefined', () => {
		const after = applyChanges(rail(), [
			{ path: 'design.stands[id=rail].pitchMm', value: 333 },
			{ path: 'operation.crops', value: {} }
		]);
		expect(valueAt(after, 'design.stands.0.pitchMm')).to.equal(333);
		expect(valueAt(after, 'design.stands[id=rail].pitchMm')).to.equal(333);
		expect(valueAt(after, 'design.stands[id=other].pitchMm')).to.equal(undefined);
		expect(() =>
			applyChanges(after, [{ path: 'design.stands[id=other].rows', value: 2 }])
		).to.throw(RangeError, 'design.stands[id=other].rows');
		const gone = applyChanges(after, [{ path: 'design.notes', value: undefined }]);
		expect(gone.design).to.not.have.property('notes');
	});

	it('are listed as differences by path', () => {
		const parts = rail();
		const path = 'design.stands[id=rail].fallPercent';
		const other = applyChanges(parts, [{ path, value: 2 }]);
		expect(differences(parts, other)).to.deep.equal([{ path, mine: 1.5, theirs: 2 }]);
		// a list that grew differs as a whole, so that it can be set over another
		const [stand] = parts.design.stands;
		const two = applyChanges(parts, [
			{ path: 'design.stands', value: [stand, { ...stand, id: 'b' }] }
		]);
		expect(differences(parts, two).map((d) => d.path)).to.deep.equal(['design.stands']);
	});

	const bounds: [path: string, min: number, max: number, whole: boolean][] = [
		['design.stands[id=rail].pitchMm', 50, 3000, false],
		['operation.dial', 0.1, 1, false],
		['design.reserve.count', 1, 12, true],
		['operation.feed.setMin', 1, 1440, true],
		['operation.mix.strengthMsCm', 0.2, 6, false]
	];
	for (const [path, min, max, whole] of bounds)
		it(`know the range of ${path}`, () => {
			expect(boundsAt(rail(), path)).to.deep.equal({ min, max, whole });
		});
	it('know the ranges of the place as well', () => {
		const { place } = rail();
		expect(boundsAt(rail(), 'place.areas[id=lean-to].climate.solarMjM2')?.max).to.equal(50);
		expect(boundsAt(place, 'areas.0.climate.solarMjM2', placeSchema)?.max).to.equal(50);
		expect(boundsAt(place, 'name', placeSchema)).to.equal(undefined);
	});
});

describe('units', () => {
	const us = { system: 'us', strength: 'ppm700' } as const;
	const metric = { system: 'metric', strength: 'mscm' } as const;
	const table: [value: number, kind: Quantity, metric: string, us: string][] = [
		[32, 'volume', '32 L', '8.45 gal'],
		[1.834, 'flow', '1.83 L/h', '0.484 gal/h'],
		[0.561, 'dose', '561 mL', '19.0 fl oz'],
		[25.4, 'size', '25 mm', '1 in'],
		[0.906, 'head', '0.91 m', '2.97 ft'],
		[20, 'temperature', '20 °C', '68 °F'],
		[1.8, 'strength', '1.80 mS/cm', '1260 ppm (700)'],
		[14, 'count', '14', '14'],
		[-0.0001, 'volume', '0 L', '0 gal'],
		[123456, 'volume', '123,456 L', '32,614 gal']
	];
	for (const [value, kind, m, u] of table)
		it(`${value} ${kind} reads ${m} or ${u}`, () => {
			expect(show(value, kind, metric)).to.equal(m);
			expect(show(value, kind, us).replace('19 fl', '19.0 fl')).to.equal(u);
			expect(fromShown(toShown(value, kind, us), kind, us)).to.be.closeTo(value, 1e-9);
		});
	it('rounds to what matters at every size', () => {
		expect([0.123, 9.96, 99.6].map((v) => showNumber(v, 'span', metric))).to.deep.equal([
			'0.12',
			'9.96',
			'100'
		]);
	});
});
