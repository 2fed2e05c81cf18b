import { clamp } from '../quantity';
import { pick } from '../shelf';
import { saltBuildUp, type SaltBuildUp, type SaltBuildUpInput } from '../water';
import { account } from './account';
import { asFed } from './helpers/as-fed';
import { layout } from './layout';
import { mix } from './mix';
import { sourceWater } from './source-water';
import { stage } from './stage';

export interface SaltState {
	standId: string;
	input: SaltBuildUpInput;
	result: SaltBuildUp;
}

const AHEAD_DAYS = 60;
const LEAST_L = 0.05;

/** Salt in the medium of stands that nothing comes back from: what is not drunk or drained stays there. */
export const saltInMedia = stage(
	'salt in the medium',
	{
		operation: ['uptakePercent', 'flushEveryDays'],
		shelf: ['media', 'crops'],
		parameters: ['roots', 'thresholds']
	},
	{ layout, account, mix, sourceWater },
	({ operation, sourceWater, shelf, parameters, layout, account, mix }): SaltState[] =>
		account.stands.flatMap(({ standId, way, suppliedL, drunkL, drainedL }): SaltState[] => {
			const planted = layout.sites.filter((site) => site.standId === standId && site.cropId);
			if (way === 'returns' || drunkL <= 0 || planted.length === 0) return [];
			const { roots, thresholds } = parameters;
			const held = ({ mediumId, mediumL }: (typeof planted)[number]) =>
				mediumL * (pick(shelf.media, mediumId).availableFraction + roots.tightShare.value);
			const mediumL = Math.max(
				LEAST_L,
				planted.reduce((sum, site) => sum + held(site), 0)
			);
			const rinse = { litres: mediumL * roots.flushTimes.value, msCm: sourceWater.ecMsCm };
			const most = Math.min(...planted.map(({ cropId }) => pick(shelf.crops, cropId!).ecFullMsCm));
			const feedMsCm = asFed(mix.strengthMsCm);
			const input: SaltBuildUpInput = {
				mediumL,
				startMsCm: feedMsCm,
				feedMsCm,
				uptakeMsCm: asFed((feedMsCm * operation.uptakePercent) / 100),
				useLPerDay: drunkL,
				drainFraction: way === 'waste' && suppliedL > 0 ? clamp(drainedL / suppliedL, 0, 0.95) : 0,
				days: AHEAD_DAYS,
				limitMsCm: asFed(most * thresholds.saltTimes.value),
				...(operation.flushEveryDays !== null && {
					flush: { everyDays: operation.flushEveryDays, ...rinse }
				})
			};
			return [{ standId, input, result: saltBuildUp(input) }];
		})
);
