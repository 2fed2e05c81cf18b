import {
	applyChanges,
	fieldsOf,
	newArea,
	newPlace,
	type Change,
	type Parts
} from '../src/lib/core/design';
import { addStand, begin } from '../src/lib/core/edit';
import { placementOf, putStand } from '../src/lib/core/layout';
import { SystemModel } from '../src/lib/core/model';
import { findingsOf, stepsOf } from '../src/lib/core/review';
import { BUILT_IN_SHELF } from '../src/lib/core/shelf';
import { print, time } from './measure';

const place = newPlace('Field', [newArea('field', { kind: 'yard', lengthM: 100, widthM: 100 })]);

/** Three benches in a field, put side by side, with about so many sites in all, so many to a bucket. */
export function garden(sites: number, plantsPerBucket = 1): Parts {
	const perRow = Math.max(2, Math.round(sites / 6 / plantsPerBucket));
	const ask = { name: 'Bench', areaId: 'field', variant: 'bucket-bench' as const };
	const { parts } = begin(
		{
			...{ ...ask, plants: 6, cropId: 'leaf-lettuce' },
			...{ lengthMm: 3000, depthMm: 3000, heightMm: 2900 },
			...{ tankId: 'tote-120', pumpId: 'pump-11000' }
		},
		place,
		BUILT_IN_SHELF
	);
	let model = new SystemModel(parts, BUILT_IN_SHELF);
	for (let i = 0; i < 2; i++) {
		const made = addStand(model, 'bucket-bench', 6);
		if (typeof made !== 'string') model = model.with(made.changes);
	}
	const longer = model.design.stands.flatMap((stand, i): Change[] => {
		const { pitchMm = 300, endClearMm = 100 } = fieldsOf(stand);
		const at = { xM: 2, yM: 2 + 4 * i, faces: 'front' };
		const fields = {
			...{ rows: 2, perRow, plantsPerBucket, at },
			lengthMm: Math.min(60_000, 2 * endClearMm + (perRow - 1) * pitchMm)
		};
		return Object.entries(fields).map(([name, value]) => ({
			path: `design.stands.${i}.${name}`,
			value
		}));
	});
	return applyChanges(model.parts, longer);
}

/** What a page draws of a model: where all stands, what flows, what is said of it. */
function shown(model: SystemModel): void {
	void model.layout;
	void model.flows;
	stepsOf(model, findingsOf(model));
}

/** Opening, editing and dragging gardens from a handful of sites to thousands, against 14. */
export function gardens(): void {
	const sizes = [14, 60, 1000, 5000];
	const spent = sizes.map((sites) => {
		const parts = garden(sites);
		const base = new SystemModel(parts, BUILT_IN_SHELF);
		shown(base);
		const rounds = sites > 500 ? 9 : 41;
		let turn = 0;
		const open = time(() => shown(new SystemModel(parts, BUILT_IN_SHELF)), rounds);
		const edit = time(() => {
			const value = 301 + (turn++ % 40);
			shown(base.with([{ path: 'design.stands.1.rimFreeMm', value: value % 90 }]));
		}, rounds);
		const drag = time(() => {
			const at = placementOf(base.layout, base.design.stands[2]!.id);
			const to = { ...at, xM: at.xM + (turn++ % 50) / 50 };
			shown(base.with(putStand(base.design, base.layout, base.design.stands[2]!.id, to)));
		}, rounds);
		return { sites: base.layout.sites.length, open, edit, drag };
	});
	const [first] = spent;
	for (const { sites, open, edit, drag } of spent)
		print(
			`a garden of 3 stands, ${sites} sites`,
			`open ${open.toFixed(1)} ms, edit ${edit.toFixed(1)} ms, drag a stand ${drag.toFixed(1)} ms ` +
				`(${(open / first!.open).toFixed(1)}, ${(edit / first!.edit).toFixed(1)}, ${(drag / first!.drag).toFixed(1)} times the smallest)`
		);
	const [from, to] = [spent.at(-2)!, spent.at(-1)!];
	const exponent = (key: 'open' | 'edit' | 'drag') =>
		(Math.log(to[key] / from[key]) / Math.log(to.sites / from.sites)).toFixed(2);
	print(
		`a garden, growth from ${from.sites} to ${to.sites} sites`,
		`exponents: open ${exponent('open')}, edit ${exponent('edit')}, drag ${exponent('drag')}`
	);
}
