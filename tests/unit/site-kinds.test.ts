import { expect } from 'chai';
import { partsOf } from '../../src/lib/core/construction';
import { standPath, type Stand } from '../../src/lib/core/design';
import { offeredParts } from '../../src/lib/core/edit';
import { litresAt, INCH_SIZES, shelfItemSchema } from '../../src/lib/core/shelf';
import { EXAMPLES, modelOf, set } from './example';

const models = EXAMPLES.map((id) => modelOf(id));
const withStand = (variant: string) =>
	models.find(({ design }) => design.stands.some((stand) => stand.variant === variant))!;
const changed = (variant: string, changes: Record<string, unknown>) => {
	const before = withStand(variant);
	const stand = before.design.stands.find((one) => one.variant === variant)!;
	const after = before.with(
		Object.entries(changes).map(([field, value]) => set(standPath(stand, field), value))
	);
	const mine = <T extends { standId: string }>(list: readonly T[]) =>
		list.filter(({ standId }) => standId === stand.id);
	return { before, after, stand, mine };
};

describe('what grows in what', () => {
	for (const [variant, field] of [
		['bucket-bench', 'plantsPerBucket'],
		['pots-on-tank', 'plantsPerPot']
	] as const)
		for (const plants of [2, 3, 6])
			it(`${variant}: ${plants} plants share a vessel, each inside it and none in another`, () => {
				const { after, mine } = changed(variant, { [field]: plants });
				const vessels = mine(after.layout.containers);
				for (const vessel of vessels) {
					const sites = after.layout.sites.filter((site) => site.containerId === vessel.id);
					expect(sites.length).to.equal(plants);
					expect(sites.reduce((sum, { mediumL }) => sum + mediumL, 0)).to.be.closeTo(
						vessel.mediumL,
						1e-9
					);
					const apart = new Set(sites.map(({ xM, yM }) => `${xM.toFixed(4)} ${yM.toFixed(4)}`));
					expect(apart.size).to.equal(plants);
					for (const { xM, yM } of sites)
						expect(Math.hypot(xM - vessel.xM, yM - vessel.yM)).to.be.below(vessel.radiusM!);
				}
			});

	it('a bed lifts the pots, weighs, is bought, and holds water for their roots', () => {
		const { before, after, mine, stand } = changed('valve-trays', {
			bedMm: 20,
			bedMediumId: 'perlite-coarse'
		});
		const tray = stand as Extract<Stand, { variant: 'valve-trays' }>;
		const litres = (tray.trayLengthMm * tray.trayWidthMm * 20) / 1e6;
		const [was, now] = [mine(before.layout.sites)[0]!, mine(after.layout.sites)[0]!];
		expect(now.zM - was.zM).to.be.closeTo(0.02, 1e-9);
		const { media } = before.shelf;
		const easy = (id: string) => media.find((medium) => medium.id === id)!.availableFraction;
		expect((now.mediumL - was.mediumL) * easy(tray.mediumId)).to.be.closeTo(
			(litres / tray.potsPerTray) * easy('perlite-coarse'),
			1e-9
		);
		const trays = mine(after.layout.containers);
		expect(trays[0]!.massKg - mine(before.layout.containers)[0]!.massKg).to.be.closeTo(
			litres * 0.45,
			1e-9
		);
		const line = partsOf(after.design, after.layout, after.shelf).find(
			({ id }) => id === 'bed perlite-coarse'
		);
		expect(line?.count).to.equal(Math.ceil(trays.length * litres));
	});

	it('between feeds bare roots are drawn on most, then a plug, then coir of its size', () => {
		const drawn = ['bare-roots', 'coir', 'plug'].map((mediumId) => {
			const { after } = changed('pipe-tower', { mediumId, siteMl: 300 });
			return Math.max(...after.feed!.plan.sites.map(({ depletion }) => depletion));
		});
		expect(drawn[0]).to.be.above(drawn[1]!);
		expect(drawn[1]).to.be.above(drawn[2]!);
	});
});

describe('what is offered and bought', () => {
	it('any outlet that goes onto the tube stands on any top, and none that does not', () => {
		for (const { design, shelf } of models)
			for (const stand of design.stands) {
				const { emitterId, stakeTubeId, riserTubeId, rowTubeId } = stand as never as Record<
					string,
					string
				>;
				const use = stand.family === 'float-valved' ? 'valve' : 'tower';
				const ids = offeredParts(stand, { shelf: 'emitters', use }, shelf).map(({ id }) => id);
				const tube = shelf.tubes.find(
					({ id }) => id === (stakeTubeId ?? riserTubeId ?? rowTubeId)
				)!;
				expect(ids).to.include(emitterId);
				for (const { id, use: made, barbMm } of shelf.emitters) {
					if (id === emitterId) continue;
					const valve = made.includes('valve');
					const fits = use === 'valve' ? valve : !valve && barbMm <= tube.innerDiameterMm + 0.5;
					expect(ids.includes(id), `${stand.variant} ${id}`).to.equal(fits);
				}
			}
	});

	it('media are bought in whole pieces that hold enough, and slabs are soaked', () => {
		for (const { design, layout, shelf } of models)
			for (const line of partsOf(design, layout, shelf)) {
				if (line.litres !== undefined) {
					const { makesL, piece } = shelf.media.find(({ id }) => id === line.id)!.sold;
					const count = Number.parseInt(line.sold!, 10);
					expect(count * makesL, line.name).to.be.at.least(line.litres - 0.02 * makesL - 1e-9);
					expect((count - 1) * makesL, line.name).to.be.below(Math.max(1e-9, line.litres));
					if (count === 1) expect(line.sold).to.equal(`1 ${piece}`);
				}
				if (line.id === 'slab') expect(line.soakL).to.be.above(0);
			}
	});

	it('sizes by the inch are tubes, and a two-inch pipe is what its standard says', () => {
		for (const size of INCH_SIZES) {
			const item = { id: 'own-tube', kind: 'tube', ...size };
			expect(shelfItemSchema.safeParse(item).success, size.name).to.equal(true);
		}
		const two = INCH_SIZES.find(({ name }) => name.startsWith('2 in pipe'))!;
		expect([two.nominalMm, two.innerDiameterMm, two.outerDiameterMm]).to.deep.equal([
			50.8, 52.5, 60.3
		]);
		const shape = { kind: 'round', heightMm: 1000 } as const;
		// its bore holds 2.16 L a metre
		const bore = { bottomDiameterMm: two.innerDiameterMm, topDiameterMm: two.innerDiameterMm };
		expect(litresAt({ ...shape, ...bore }, 1000)).to.be.closeTo(2.165, 0.005);
	});
});
