import { fieldsOf, type Stand } from '../../design';
import { pick, STAGES, type Crop } from '../../shelf';
import type { Pair, SystemModel } from '../../model';
import { availableFixes, type Rule, type Said, type Fix, setOf } from '../finding';
import { say } from '../sentence';

/** Days after planting at which neighbours touch: spread goes with the root of the canopy's share. */
export function touchDay(
	crop: Crop,
	apartMm: number,
	wantsMm: number,
	growth: SystemModel['parameters']['growth']
): number | null {
	if (crop.harvestDays === null) return null;
	const share = (apartMm / wantsMm) ** 2;
	const shares = STAGES.map((stage) => growth[stage].value);
	const at = shares.findIndex((s) => s >= share);
	if (at <= 0) return 0;
	const [low, high] = [shares[at - 1]!, shares[at]!];
	const part = (at - 1 + (share - low) / (high - low)) / (STAGES.length - 1);
	return Math.round(part * crop.harvestDays);
}

/** Grown plants that would stand in one another's leaves. */
export const spacing: Rule = (model) =>
	model.design.stands.flatMap((stand, i): Said[] => {
		const worst = model.tightest.get(stand.id);
		if (!worst) return [];
		const crop = pick(model.shelf.crops, worst.a.cropId ?? '');
		const overlap = Math.round(100 * (1 - worst.apartMm / worst.wantsMm));
		const day = touchDay(crop, worst.apartMm, worst.wantsMm, model.parameters.growth);
		const climbs = crop.habit === 'climber';
		return [
			{
				code: 'too-close',
				step: 'sites',
				severity: 'caution',
				off: worst.wantsMm / Math.max(1, worst.apartMm) - 1,
				subject: worst.a.containerId,
				message:
					`${worst.a.label} and ${worst.b.label} stand ${say(worst.apartMm, 'size')} apart; grown ${crop.plural} spread ${say(worst.wantsMm, 'size')}, so leaves overlap by ${overlap} %` +
					`${when(day, climbs)}. ` +
					`${climbs ? 'Train them up strings and thin the leaves' : 'Pick or thin them by then'}, or give them room.`,
				acknowledge: climbs ? 'I train and thin them' : 'I pick them young',
				fixes: () => availableFixes(...roomier(model, i, worst))
			}
		];
	});

const when = (day: number | null, climbs: boolean): string => {
	if (day === null || climbs) return '';
	return day === 0 ? ' from the start' : `, from about day ${day} on`;
};

/** Wider spacing, as far as the stand's own length or the place's lets it; fewer where it must be. */
const roomier = (model: SystemModel, i: number, worst: Pair): (Fix | false)[] => [
	rowsApart(model, model.design.stands[i]!, worst),
	widerRow(model, model.design.stands[i]!, worst),
	furtherApart(model, model.design.stands[i]!, worst),
	fewerSites(model, model.design.stands[i]!, worst)
];

/** Neighbours across rows want the rows apart, not the places along them. */
function rowsApart(
	model: SystemModel,
	stand: Stand,
	{ a, b, apartMm, wantsMm }: Pair
): Fix | false {
	const { rowGapMm, rows = 1 } = fieldsOf(stand);
	if (rowGapMm === undefined || rows < 2 || a.row === b.row) return false;
	const gapMm = Math.min(3000, Math.ceil((rowGapMm + wantsMm - apartMm) / 10) * 10);
	const roomMm = model.area.widthM * 1000;
	const deepMm = (model.layout.extent.to.yM - model.layout.extent.from.yM) * 1000;
	if (deepMm + (rows - 1) * (gapMm - rowGapMm) > roomMm) return false;
	return {
		label: `Rows ${say(gapMm, 'size')} apart`,
		effect: 'leaves of one row end before the next',
		change: [setOf(stand, 'rowGapMm', gapMm)]
	};
}

/** Where they grow out of a ring: fewer of them round it. */
function fewerSites(model: SystemModel, stand: Stand, { a, b }: Pair): Fix | false {
	if (!('perRing' in stand) || stand.perRing < 2 || a.containerId !== b.containerId) return false;
	const change = [setOf(stand, 'perRing', stand.perRing - 1)];
	return {
		label: `${stand.perRing - 1} sites a ring`,
		effect: `${model.with(change).layout.sites.length} sites instead of ${model.layout.sites.length}`,
		change
	};
}

/** Grown plants need so much, in whole centimetres. */
const wideOf = ({ wantsMm }: Pair): number => Math.ceil(wantsMm / 10) * 10;

function widerRow(model: SystemModel, stand: Stand, worst: Pair): Fix | false {
	const { pitchMm, lengthMm, endClearMm, perRow } = fieldsOf(stand);
	const wide = wideOf(worst);
	if (pitchMm === undefined || perRow === undefined || lengthMm === undefined) return false;
	if (pitchMm >= wide) return false;
	const clear = endClearMm ?? 0;
	const needs = 2 * clear + (perRow - 1) * wide;
	const room = Math.max(1, Math.floor((lengthMm - 2 * clear) / wide) + 1);
	const apart = setOf(stand, 'pitchMm', wide);
	if (needs <= model.area.lengthM * 1000 - 200)
		return {
			label: `Space at ${say(wide, 'size')}`,
			effect: 'no leaf shades another',
			change: [apart, setOf(stand, 'lengthMm', Math.max(lengthMm, needs))]
		};
	return {
		label: `${Math.min(perRow, room)} a row instead of ${perRow}`,
		effect: `${say(wide, 'size')} each`,
		change: [apart, setOf(stand, 'perRow', Math.min(perRow, room))]
	};
}

/** Towers, or the rings of one. */
function furtherApart(model: SystemModel, stand: Stand, worst: Pair): Fix | false {
	const wide = wideOf(worst);
	if ('towers' in stand && worst.a.containerId !== worst.b.containerId && stand.towers > 1) {
		const by = Math.ceil((worst.wantsMm - worst.apartMm) / 10) * 10;
		return {
			label: `Towers ${say(stand.pitchMm + by, 'size')} apart`,
			effect: 'no leaf of one reaches the next',
			change: [setOf(stand, 'pitchMm', Math.min(3000, stand.pitchMm + by))]
		};
	}
	if (!('ringPitchMm' in stand) || stand.ringPitchMm >= wide) return false;
	const change = [setOf(stand, 'ringPitchMm', Math.min(1000, wide))];
	const after = model.with(change).layout.sites.length;
	return {
		label: `Rings ${say(wide, 'size')} apart`,
		effect: `${after} sites instead of ${model.layout.sites.length}`,
		change
	};
}
