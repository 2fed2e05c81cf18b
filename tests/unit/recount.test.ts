import { expect } from 'chai';
import {
	applyChanges,
	boundsAt,
	kindOf,
	partsSchema,
	plantsOf,
	recount,
	recountWords,
	standPath,
	valueAt,
	type Parts
} from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { example, EXAMPLES, set } from './example';

/** Fields of a stand that decide how many sites or outlets there are. */
const COUNTS =
	/^(?:rows|perRow|towers|perRing|plants|tiers|lobes|pockets|drippers|arms|sitesPerStack|rowsPerBucket|plantsPer\w+|potsPerTray|emittersPer\w+|ringPitchMm|pipeLengthMm|channelLengthMm)$/;
const STEPS: Record<string, number> = { ringPitchMm: 60, pipeLengthMm: 300, channelLengthMm: 300 };

const countsOf = ({ design }: Parts): [path: string, by: number][] =>
	design.stands.flatMap((stand) =>
		Object.keys(stand)
			.filter((key) => COUNTS.test(key) && typeof valueAt(stand, key) === 'number')
			.map((key): [string, number] => [standPath(stand, key), STEPS[key] ?? 1])
	);

/** With another count, and what became of the plants, as the workspace keeps it. */
function changed(parts: Parts, path: string, value: number): Parts | null {
	const { min, max } = boundsAt(parts, path)!;
	if (value < min || value > max) return null;
	const next = applyChanges(parts, [set(path, value)]);
	if (!partsSchema.safeParse(next).success) return null;
	const moved = recount(parts, next);
	if (!moved) return next;
	const { crops, kept } = moved;
	return applyChanges(next, [set('operation.crops', crops), set('operation.kept', kept)]);
}
const slots = ({ design }: Parts) =>
	design.stands.flatMap((stand) =>
		kindOf(stand)
			.slots(stand)
			.map((slot) => ({ stand, ...slot }))
	);
/** Where every outlet is, by its id: its container's row and column, and how many of it come before. */
function outlets(parts: Parts): Map<string, string> {
	const { outlets, containers } = new SystemModel(parts, BUILT_IN_SHELF).layout;
	const at = new Map(containers.map((c) => [c.id, `${c.standId} ${c.row} ${c.column}`]));
	const seen = new Map<string, number>();
	return new Map(
		outlets.map(({ id, containerId }) => {
			const n = (seen.get(containerId) ?? 0) + 1;
			seen.set(containerId, n);
			return [id, `${at.get(containerId)} ${n}`];
		})
	);
}

describe('counts changed', () => {
	for (const name of EXAMPLES) {
		// every outlet was caught, every plant was looked at
		const plain = example(name);
		const ids = [...outlets(plain).keys()];
		const stages = ['seedling', 'young', 'growing', 'full'] as const;
		const parts = applyChanges(plain, [
			set('record.caughtMl', Object.fromEntries(ids.map((id, i) => [id, 10 + i]))),
			set(
				'record.stages',
				Object.fromEntries(Object.keys(plain.operation.crops).map((id, i) => [id, stages[i % 4]]))
			)
		]);
		const grew = plantsOf(parts.operation, parts.record);

		it(`${name}: no plant and no reading is lost that still has its place, new sites are planted, and back again all is as it was`, () => {
			let tried = 0;
			for (const [path, step] of countsOf(parts))
				for (const by of [step, -step]) {
					const value = valueAt(parts, path) as number;
					const after = changed(parts, path, value + by);
					if (!after) continue;
					tried++;
					const where = `${path} ${by}`;
					const stand = ({ row, column, plant, stand }: ReturnType<typeof slots>[number]) => {
						const across = stand.variant === 'tower-bank' ? stand.towers : 1e9;
						return [stand.id, Math.floor(row / across), row % across, column, plant].join();
					};
					// the same place has the same id, and the other way round
					const were = new Map(slots(parts).map((slot) => [slot.id, stand(slot)]));
					for (const slot of slots(after))
						if (were.has(slot.id)) expect(were.get(slot.id), where).to.equal(stand(slot));
					const [a, b] = [outlets(parts), outlets(after)];
					for (const [id, place] of b)
						if (a.has(id) && !/towers|tiers/.test(path))
							expect(place, `${where} ${id}`).to.equal(a.get(id));
					// plants: those with a site stand, those without are kept, new sites are not empty
					const now = plantsOf(after.operation, after.record);
					const planted = slots(parts).every((slot) => grew[slot.id]);
					for (const { id } of slots(after)) {
						if (were.has(id)) expect(now[id], `${where} ${id}`).to.deep.equal(grew[id]);
						else if (planted) expect(now[id], `${where} ${id}`).to.not.equal(undefined);
					}
					const there = new Set(slots(after).map(({ id }) => id));
					for (const [id, { cropId }] of Object.entries(grew))
						if (!there.has(id)) expect(after.operation.kept[id], where).to.equal(cropId);
					// readings and stages are the record's, which no count touches
					expect(after.record).to.equal(parts.record);
					const home = changed(after, path, value)!;
					for (const { id } of slots(parts))
						expect(plantsOf(home.operation, home.record)[id], where).to.deep.equal(grew[id]);
					expect(partsSchema.safeParse(home).success, where).to.equal(true);
				}
			expect(tried).to.be.above(0);
		});
	}

	it('says in one line what was added, set aside and came back', () => {
		const parts = example('lean-to-rail');
		const two = applyChanges(parts, [set('design.stands[id=rail].plantsPerBucket', 2)]);
		const more = recount(parts, two)!;
		expect([more.added, more.aside]).to.deep.equal([14, 0]);
		expect(more.crops['rail/1/1/1']).to.equal(parts.operation.crops['rail/1/1/1']);
		expect(recountWords(more)).to.equal('14 new sites planted like the next.');
		const fewer = applyChanges(parts, [set('design.stands[id=rail].perRow', 6)]);
		const less = recount(parts, fewer)!;
		expect(recountWords(less)).to.equal('2 plants set aside until the site is back.');
		const without = { ...fewer, operation: { ...fewer.operation, ...less } };
		const back = recount(without, { ...parts, operation: without.operation })!;
		expect(recountWords(back)).to.equal('2 plants back.');
		const wider = applyChanges(parts, [set('design.stands[id=rail].pitchMm', 400)]);
		expect(recount(parts, wider)).to.equal(null);
		// a change that says itself what grows where is left to it
		expect(recount(parts, applyChanges(two, [set('operation.crops', {})]))).to.equal(null);
	});
});
