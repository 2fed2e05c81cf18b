import { COATS, COVERS, litresNow, spotOf, type Area, type Design } from '../design';
import type { TankLayout } from '../layout';
import type { ParameterSet } from '../parameters';
import { pick } from '../shelf';
import { tankHeat, tankHeatInput, type TankHeat, type TankHeatInput } from '../water';
import { day, type DayState } from './day';
import { feed, pumpMinutes } from './feed';
import { area, layout } from './layout';
import { stage } from './stage';
import { weather } from './water-use';

export interface TankDay {
	input: TankHeatInput;
	result: TankHeat;
	/** What roots find of it at its warmest: what the water can hold, less what is used up in it, mg/L. */
	oxygenMgL: number;
	/** The sun meets it. */
	sunny: boolean;
}

/** Sides and top, m²: what stands in the ground is among them. */
function wallM2({ lengthM, widthM, heightM, round }: TankLayout): number {
	const across = (lengthM + widthM) / 2;
	return round
		? Math.PI * across * heightM + (Math.PI * across ** 2) / 4
		: 2 * (lengthM + widthM) * heightM + lengthM * widthM;
}

/** Of its height, what stands in the ground. */
const sunkShare = ({ floorM, heightM }: TankLayout): number =>
	Math.min(1, Math.max(0, -floorM / heightM));

/** What its walls let through, W/m²K. */
const wallOf = ({ insulated }: Design['tank'], tanks: ParameterSet['tanks']): number =>
	(insulated ? tanks.insulatedWM2K : tanks.bareWM2K).value;

interface Sunlit {
	design: Pick<Design, 'tank' | 'stands'>;
	area: Area;
	tank: TankLayout;
	day: DayState;
	/** What gets in, MJ/m² a day. */
	sunMjM2: number;
	tanks: ParameterSet['tanks'];
}

/** The sun on a tank: on its top where nothing stands over it, and on its sides over the ground. */
function sunOn({ design, area, tank, day, sunMjM2, tanks }: Sunlit): TankHeatInput['sun'] {
	if (area.climate.setting === 'indoors' || !area.sunOnPipes || design.tank.shaded)
		return undefined;
	const { onMin, durationMin } = day.lights;
	const endMin = Math.min(1440, onMin + durationMin);
	const peakWM2 = (sunMjM2 * 1e6 * Math.PI) / (2 * durationMin * 60);
	const open = spotOf(design as Design) === 'beside' ? 1 : tanks.underStand.value;
	const topM2 = tank.lengthM * tank.widthM * (tank.round ? Math.PI / 4 : 1);
	const sideM2 =
		Math.max(tank.lengthM, tank.widthM) *
		tank.heightM *
		(1 - sunkShare(tank)) *
		tanks.sunnySide.value;
	// of what its skin takes up the wall lets in as much as it insulates less than the air outside: U/h
	const inwards = Math.min(1, wallOf(design.tank, tanks) / tanks.outerWM2K.value);
	const peakW = peakWM2 * COATS[design.tank.coat].takes * open * (topM2 + sideM2) * inwards;
	return peakW > 0 && endMin > onMin ? { peakW, startMin: onMin, endMin } : undefined;
}

/** How warm the water gets on the day the place tells of, and what it then holds for roots. */
export const tankDay = stage(
	'day of the tank',
	{
		design: ['tank', 'stands', 'source'],
		operation: ['fillL'],
		record: ['nowL'],
		shelf: ['pumps'],
		parameters: ['tanks', 'light']
	},
	{ layout, area, day, weather, feed },
	(given): TankDay => {
		const { design, area, layout, parameters, weather } = given;
		const { tanks, light } = parameters;
		const { tank } = layout;
		const { climate } = area;
		const pump =
			design.source.kind === 'pump' ? pick(given.shelf.pumps, design.source.partId) : null;
		// in the ground it is as warm as the mean of the day: so much less of the swing reaches the water
		const swing = ((climate.tMaxC - climate.tMinC) / 2) * (1 - sunkShare(tank));
		const mean = (climate.tMaxC + climate.tMinC) / 2;
		const held = (c: number) => Math.min(60, Math.max(-30, c));
		const sun = sunOn({
			design,
			area,
			tank,
			day: given.day,
			sunMjM2: weather.result.dliMol / light.sunMolPerMj.value,
			tanks
		});
		const input = tankHeatInput.parse({
			volumeL: Math.max(1, litresNow(given.record, given.operation)),
			wallAreaM2: wallM2(tank),
			wallUWM2K: wallOf(design.tank, tanks),
			pumpWatts: pump?.watts ?? 0,
			pumpMinutesPerDay: pump ? pumpMinutes(given) : 0,
			air: { minC: held(mean - swing), maxC: held(mean + swing) },
			...(sun && { sun })
		});
		const result = tankHeat(input);
		const share = design.tank.airStone ? tanks.bubbledShare : tanks.stirredShare;
		return {
			input,
			result,
			oxygenMgL: result.oxygenAtMaxMgL * share.value,
			sunny: sun !== undefined && COVERS[area.cover].lets > 0
		};
	}
);
