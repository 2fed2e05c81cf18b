import { expect } from 'chai';
import { kindOf } from '../../src/lib/core/design';
import { inTransitL, pumpMinutes, SystemModel } from '../../src/lib/core/model';
import { partsIn } from '../../src/lib/core/design';
import { judged } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { evapotranspiration } from '../../src/lib/core/water';
import { EXAMPLES, modelOf } from './example';
import { accepted, dice, mutant } from './mutants';

/** Where water, salt and light go, over all kinds and seeded random changes that a grower could make. */
const DESIGNS: SystemModel[] = [];
const roll = dice(1126);
for (const name of EXAMPLES) DESIGNS.push(modelOf(name), modelOf(name).grown);
while (DESIGNS.length < 300) {
	const system = accepted(mutant(roll).file);
	if (system) DESIGNS.push(new SystemModel(partsIn(system), BUILT_IN_SHELF));
}
const feedFaults = new Set(['pumped-under-drunk', 'feed-dose-short', 'feed-window-closed']);
const told = (model: SystemModel, i: number): string =>
	`${i}: ${model.design.stands.map((stand) => kindOf(stand).variant).join()} ${model.design.name}`;

describe('where water goes', function () {
	this.timeout(240_000);
	const each = (check: (model: SystemModel, say: string) => void) => () =>
		DESIGNS.forEach((model, i) => check(model, told(model, i)));

	it(
		'where a feed is called fine, more is pumped than drunk and wasted',
		each((model, say) => {
			const { feed } = model;
			if (!feed || judged(model).some(({ code }) => feedFaults.has(code))) return;
			expect(feed.pumpedLPerDay, say).to.be.at.least(feed.drunkLPerDay * (1 - 1e-6));
			for (const stand of model.account.stands)
				if (stand.way === 'waste' && stand.suppliedL > 0)
					expect(stand.suppliedL, say).to.be.at.least(stand.drunkL + stand.drainedL - 1e-6);
		})
	);

	it(
		'litres add up round the loop: outlets, stands and the tank',
		each((model, say) => {
			const { account, run } = model;
			const minutes = pumpMinutes(model);
			const outlets = model.layout.outlets.reduce((sum, { standId, nodeId }) => {
				const stand = model.design.stands.find(({ id }) => id === standId)!;
				return kindOf(stand).feeding === 'pump' ? sum + model.flows.outletLph.get(nodeId)! : sum;
			}, 0);
			const pumped = account.stands.filter(({ way }) => way !== 'valve');
			const supplied = pumped.reduce((sum, { suppliedL }) => sum + suppliedL, 0);
			expect(supplied, say).to.be.closeTo((outlets * minutes) / 60, 1e-6 * (1 + supplied));
			const { input, result } = run;
			const { usedL, wastedL, addedL, changedL, evaporatedL, ranOffL } = result.totals;
			const brought = result.changes.length * (input.change?.toL ?? 0);
			const out = usedL + wastedL + changedL + evaporatedL + ranOffL;
			const last = result.days.at(-1)!.volumeL;
			expect(last, say).to.be.closeTo(
				input.startL + addedL + brought - out,
				1e-6 * (1 + input.startL + addedL)
			);
		})
	);

	it(
		'no more is on its way than a feed pumps',
		each((model, say) => {
			if (!model.feed) return;
			const flow = model.layout.outlets.reduce(
				(sum, { nodeId }) => sum + model.flows.outletLph.get(nodeId)!,
				0
			);
			expect(inTransitL(model), say).to.be.at.most((flow * model.feed.onMin) / 60 + 1e-9);
		})
	);
});

describe('where salt goes', () => {
	it('a tank that nothing returns to keeps its strength', () => {
		for (const [i, model] of DESIGNS.entries()) {
			const { input, result } = model.run;
			const same =
				input.topUp.kind !== 'none' && input.topUp.ecMsCm === input.ecStartMsCm && !input.change;
			if (!model.account.oneWay || !same) continue;
			expect(result.ecMaxMsCm - result.ecMinMsCm, told(model, i)).to.be.at.most(1e-9);
		}
	});

	it('in a loop it stays between what is brought and what uptake leaves', () => {
		for (const [i, model] of DESIGNS.entries()) {
			const { input, result } = model.run;
			const share = input.uptakeShare;
			if (share === undefined || share > 1 || input.topUp.kind === 'none') continue;
			const { ecMsCm } = input.topUp;
			const least = Math.min(input.ecStartMsCm, ecMsCm, input.change?.ecMsCm ?? Infinity);
			expect(result.ecMinMsCm, told(model, i)).to.be.at.least(least * (1 - 1e-9));
			// by the hour a float lets it stray a little over where it settles
			if (input.topUp.kind !== 'float' || input.topUp.reserveL !== null || share < 0.3) continue;
			const hour = (input.useLPerDay as number) / 24 / Math.max(1e-9, input.topUp.setL);
			if (hour > 0.05) continue;
			const most = Math.max(input.ecStartMsCm, ecMsCm / share, input.change?.ecMsCm ?? 0);
			expect(result.ecMaxMsCm, told(model, i)).to.be.at.most(most * (1 + 2 * hour) + 1e-9);
		}
	});
});

describe('what a leaf drinks under glass', () => {
	it('is never less for more light, drier air or a warmer day', () => {
		const chance = (low: number, high: number) => low + ((high - low) * roll(10_000)) / 10_000;
		for (let i = 0; i < 400; i++) {
			const tMinC = chance(4, 20);
			const rhMinPercent = chance(20, 70);
			const day = {
				setting: 'outdoors' as const,
				cover: 'glass' as const,
				tMinC,
				tMaxC: tMinC + chance(1, 14),
				rhMinPercent,
				rhMaxPercent: Math.min(100, rhMinPercent + chance(0, 30)),
				elevationM: chance(0, 800),
				latitudeDeg: chance(-55, 55),
				dayOfYear: 1 + roll(365),
				solarMjM2: chance(1, 25)
			};
			const drinks = (change: object) => evapotranspiration({ ...day, ...change }).et0MmDay;
			const now = drinks({});
			expect(drinks({ solarMjM2: day.solarMjM2 + 2 })).to.be.at.least(now - 1e-12);
			expect(
				drinks({ rhMinPercent: day.rhMinPercent - 10, rhMaxPercent: day.rhMaxPercent - 10 })
			).to.be.at.least(now - 1e-12);
			expect(drinks({ tMinC: tMinC + 2, tMaxC: day.tMaxC + 2 })).to.be.at.least(now - 1e-12);
		}
	});
});
