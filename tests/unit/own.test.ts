import { expect } from 'chai';
import { applyChanges, readDesignFile, writeDesignFile } from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { assessModel } from '../../src/lib/core/operations';
import { findingsOf } from '../../src/lib/core/review';
import {
	BUILT_IN_SHELF,
	holeFlowLph,
	likeOnShelf,
	LIST_OF,
	ownShelfSchema,
	shelfItemSchema,
	shelfWith,
	type OwnItem,
	type OwnKind
} from '../../src/lib/core/shelf';
import { example, set } from './example';

const kinds = Object.keys(LIST_OF) as OwnKind[];
const like = (kind: OwnKind, id: string, changes: object = {}): OwnItem =>
	({ ...likeOnShelf(kind, BUILT_IN_SHELF, id, `own-${kind}`), ...changes }) as OwnItem;

describe('a shelf of one’s own', () => {
	for (const kind of kinds)
		it(`${kind}: one like any on the shelf is an item, and stands on the shelf as it was`, () => {
			for (const { id } of BUILT_IN_SHELF[LIST_OF[kind]]) {
				const item = like(kind, id);
				const parsed = shelfItemSchema.safeParse(item);
				expect(parsed.error?.issues[0]?.message, id).to.equal(undefined);
				const list: readonly { id: string; name: string; figures: object }[] = shelfWith([item])[
					LIST_OF[kind]
				];
				const made = list.find((one) => one.id === item.id)!;
				const base = list.find((one) => one.id === id)!;
				expect(made.name).to.match(/^My /);
				// what an open tube gives is not told by a head
				if (kind === 'emitter') continue;
				expect({ ...made, id: '', name: '', plural: '', special: false }, id).to.deep.equal({
					...base,
					...{ id: '', name: '', plural: '', special: false },
					...('wallMm' in base && { wallMm: 3 })
				});
			}
		});

	const REFUSED: [what: string, item: OwnItem, why: RegExp][] = [
		[
			'a pump without head',
			like('pump', 'pump-900', { maxHeadM: 0 }),
			/greatest head must be .* m/
		],
		[
			'a pipe with inner over outer',
			like('tube', 'feed-13', { innerDiameterMm: 20, outerDiameterMm: 18 }),
			/outer diameter must be over the inner/
		],
		[
			'a blend that is not 100 %',
			like('medium', 'coir', { of: [{ mediumId: 'coir', percent: 70 }] }),
			/must come to 100 %, not 70 %/
		],
		[
			'a vessel of no height',
			like('tank', 'tote-40', { shape: { kind: 'lying', diameterMm: 2, lengthMm: 400 } }),
			/height of the tank/
		],
		['no name', like('crop', 'basil', { name: ' ' }), /name must be text/]
	];
	for (const [what, item, why] of REFUSED)
		it(`${what} is refused with what would do`, () => {
			const { error } = shelfItemSchema.safeParse(item);
			expect(error?.issues[0]?.message).to.match(why);
		});

	it('a hole gives what a sharp edge lets through', () => {
		// 0.62 × 3.14 mm² × 4.43 m/s
		expect(holeFlowLph(2)).to.be.closeTo(31.05, 0.05);
	});

	it('a blend holds what its parts hold, by how much of each there is', () => {
		const item = like('medium', 'coir', {
			of: [
				{ mediumId: 'coir', percent: 70 },
				{ mediumId: 'perlite-coarse', percent: 30 }
			]
		});
		const { media } = shelfWith([item]);
		const made = media.find(({ id }) => id === item.id)!;
		expect(made.availableFraction).to.be.closeTo(0.7 * 0.32 + 0.3 * 0.17, 1e-12);
		expect(made.coarse).to.equal(false);
	});

	it('used in a design, written to a file and read again: the same figures', () => {
		const own = [
			like('pump', 'pump-900', { maxHeadM: 2.1, maxFlowLph: 1100 }),
			like('tank', 'tote-75', {
				shape: { kind: 'round', bottomDiameterMm: 380, topDiameterMm: 470, heightMm: 420 }
			}),
			like('bucket', 'bucket-11', { heightMm: 230 }),
			like('tube', 'feed-13', { innerDiameterMm: 12.7, outerDiameterMm: 15.9 }),
			like('emitter', 'stake-coarse', { nominalFlowLph: 9, nominalHeadM: 2 }),
			like('medium', 'coir', {
				of: [
					{ mediumId: 'coir', percent: 50 },
					{ mediumId: 'perlite-coarse', percent: 50 }
				]
			}),
			like('crop', 'sweet-pepper', { name: 'long red pepper', canopyM2: 0.2, ecFullMsCm: 2.2 })
		];
		expect(ownShelfSchema.safeParse(own).success).to.equal(true);
		const before = example('lean-to-rail');
		const parts = applyChanges(before, [
			set('design.source.partId', 'own-pump'),
			set('design.tank.partId', 'own-tank'),
			set('design.stands.0.bucketId', 'own-bucket'),
			set('design.stands.0.rowTubeId', 'own-tube'),
			set('design.stands.0.emitterId', 'own-emitter'),
			set('design.stands.0.mediumId', 'own-medium'),
			set(
				'operation.crops',
				Object.fromEntries(Object.keys(before.operation.crops).map((id) => [id, 'own-crop']))
			)
		]);
		const file = readDesignFile(writeDesignFile({ ...parts, shelf: own }));
		const [mine, theirs] = [
			new SystemModel(parts, shelfWith(own)),
			new SystemModel(file, shelfWith(file.shelf))
		];
		expect(JSON.stringify(assessModel(theirs))).to.equal(JSON.stringify(assessModel(mine)));
		expect(findingsOf(mine).map(({ code }) => code)).to.not.include('unknown-part');
		// and they are the grower's own figures, not those of what they are like
		expect(mine.curve!.result.shutOffHeadM).to.be.closeTo(2.1, 1e-9);
		const usual = new SystemModel(before, BUILT_IN_SHELF);
		expect(mine.waterUse.useLPerDay).to.not.be.closeTo(usual.waterUse.useLPerDay, 0.01);
		expect(mine.tank.fullL).to.be.closeTo(
			(Math.PI / 12) * 42 * (38 ** 2 + 38 * 47 + 47 ** 2) * 1e-3,
			0.01
		);
	});

	it('taken off the shelf while a design uses it, that is said', () => {
		const model = new SystemModel(
			applyChanges(example('lean-to-rail'), [set('design.source.partId', 'own-pump')]),
			BUILT_IN_SHELF
		);
		expect(findingsOf(model).map(({ code }) => code)).to.include('unknown-part');
	});
});

describe('a pump of one’s own', () => {
	const railWith = (changes: object, dial = 1): SystemModel =>
		new SystemModel(
			applyChanges(example('lean-to-rail'), [
				set('design.source.partId', 'own-pump'),
				set('operation.dial', dial)
			]),
			shelfWith([like('pump', 'pump-1500', changes)])
		);

	it('with points of its data sheet runs by them, and by its nameplate without', () => {
		const points = [
			{ headM: 2.4, flowLph: 0 },
			{ headM: 1.6, flowLph: 700 },
			{ headM: 0, flowLph: 1500 }
		];
		const curve = railWith({ points }).curve!;
		expect(curve.input).to.have.property('points');
		// a real small pump bends less than a parabola: it gives less in the middle
		expect(curve.result.exponent).to.be.below(2);
		expect(railWith({}).curve!.input).to.have.property('nameplate');
	});

	it('slowed it loses the head it lifts to, throttled only what it gives', () => {
		for (const dial of [0.9, 0.6, 0.4]) {
			const [slows, throttles] = (['slows', 'throttles'] as const).map((kind) =>
				railWith({ dial: kind }, dial)
			);
			const rest = (model: SystemModel) => {
				const { source } = model;
				return source.kind === 'pump' ? source.speed ** 2 * source.curve.shutOffHeadM : NaN;
			};
			expect(rest(slows!)).to.be.closeTo(2.4 * dial ** 2, 1e-9);
			expect(rest(throttles!)).to.be.closeTo(2.4, 1e-9);
			// with the outlet free a shutter lets through that share of all it gives
			const { source } = throttles!;
			if (source.kind !== 'pump') throw new Error('no pump');
			const { shutOffHeadM, coefficient, exponent } = source.curve;
			expect((shutOffHeadM / coefficient) ** (1 / exponent)).to.be.closeTo(1500 * dial, 1e-6);
		}
	});
});
