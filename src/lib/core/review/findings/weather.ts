import { MONTH_NAMES, type Area } from '../../design';
import type { SystemModel } from '../../model';
import { names } from '../../quantity';
import { pick, type Crop } from '../../shelf';
import type { Rule, Said } from '../finding';
import { say } from '../sentence';

/** A stretch of weather: a month where somebody said what it is like, else the typical day. */
interface Spell {
	name: string | null;
	tMinC: number;
	tMaxC: number;
}

function spellsOf({ area, place }: SystemModel): Spell[] {
	const outdoors = area.climate.setting === 'outdoors';
	const months = (place.months ?? []).flatMap((month, i): Spell[] =>
		month ? [{ name: MONTH_NAMES[i]!, tMinC: month.tMinC, tMaxC: month.tMaxC }] : []
	);
	if (outdoors && months.length > 0) return months;
	const { tMinC, tMaxC } = area.climate;
	return [{ name: null, tMinC, tMaxC }];
}

const when = (spells: readonly Spell[], time: string): string => {
	const list = spells.flatMap(({ name }) => name ?? []);
	return list.length > 0 ? `In ${names(list, 4)} ${time}` : `On the typical day ${time}`;
};

/** Nights and days outside what the crops bear, and water too cold or too warm for roots. */
export const temperatures: Rule = (model) => {
	const crops = [...new Map(model.waterUse.crops.map(({ crop }) => [crop.id, crop])).values()].map(
		({ id }) => pick(model.shelf.crops, id)
	);
	const spells = spellsOf(model);
	return [
		...tooCold(spells, crops),
		...tooHot(spells, crops),
		...frost(model, spells),
		...water(model)
	];
};

function tooCold(spells: readonly Spell[], crops: readonly Crop[]): Said[] {
	const tender = crops.filter((crop) => spells.some(({ tMinC }) => tMinC < crop.coolC));
	if (tender.length === 0) return [];
	const least = Math.max(...tender.map(({ coolC }) => coolC));
	const cold = spells.filter(({ tMinC }) => tMinC < least);
	const lowest = Math.min(...cold.map(({ tMinC }) => tMinC));
	return [
		{
			code: 'too-cold',
			step: 'plants',
			severity: 'caution',
			subject: 'place',
			message: `${when(cold, 'nights fall to')} ${say(lowest, 'temperature')}: ${names(tender.map(({ plural }) => plural))} ${tender.length === 1 ? 'want' : 'want up to'} ${say(least, 'temperature')} and stand still below it.`,
			acknowledge: 'I keep them warm',
			fixes: () => []
		}
	];
}

function tooHot(spells: readonly Spell[], crops: readonly Crop[]): Said[] {
	const tender = crops.filter((crop) => spells.some(({ tMaxC }) => tMaxC > crop.hotC));
	if (tender.length === 0) return [];
	const most = Math.min(...tender.map(({ hotC }) => hotC));
	const hot = spells.filter(({ tMaxC }) => tMaxC > most);
	const highest = Math.max(...hot.map(({ tMaxC }) => tMaxC));
	return [
		{
			code: 'too-hot',
			step: 'plants',
			severity: 'caution',
			subject: 'place',
			message: `${when(hot, 'it comes to')} ${say(highest, 'temperature')}: over ${say(most, 'temperature')} ${names(tender.map(({ plural }) => plural))} wilt, bolt or drop their flowers. Shade and air them.`,
			acknowledge: 'I shade and air them',
			fixes: () => []
		}
	];
}

/** Water that freezes bursts pump, pipes and tank. */
function frost({ area }: { area: Area }, spells: readonly Spell[]): Said[] {
	const cold = spells.filter(({ tMinC }) => tMinC < 0);
	if (cold.length === 0 || area.kind === 'indoors') return [];
	const lowest = Math.min(...cold.map(({ tMinC }) => tMinC));
	return [
		{
			code: 'frost',
			step: 'place',
			severity: 'caution',
			subject: 'tank',
			message: `${when(cold, 'it freezes, down to')} ${say(lowest, 'temperature')}: drain pump, lines and tank before the first night of it.`,
			acknowledge: 'It is drained by then',
			fixes: () => []
		}
	];
}

function water(model: SystemModel): Said[] {
	const { waterC } = model.record;
	const warm = waterC > model.limit('waterWarmC');
	if (!warm && waterC >= model.limit('waterColdC')) return [];
	return [
		{
			code: warm ? 'water-too-warm' : 'water-too-cold',
			step: 'tank',
			severity: 'caution',
			subject: 'tank',
			message: warm
				? `The water is ${say(waterC, 'temperature')}: over ${say(model.limit('waterWarmC'), 'temperature')} it holds too little air for roots and rot sets in. Shade, bury, double or insulate the tank; run the pump at night rather than at noon.`
				: `The water is ${say(waterC, 'temperature')}: under ${say(model.limit('waterColdC'), 'temperature')} roots hardly take up phosphorus and growth stands still.`,
			acknowledge: warm ? 'I cool it' : 'I warm it',
			fixes: () => []
		}
	];
}
