import { litresAt, pick, shapeHeightMm, type Shelf, type TankPart } from '../shelf';
import { DESIGN_VERSION, type Design, type Plant } from './design';
import { bucketSites, type BucketBench } from './stand';

/** What somebody starting a system has told us; everything else is filled in and marked as assumed. */
export interface BenchStart {
	name: string;
	areaId: string;
	/** Buckets altogether. */
	buckets: number;
	cropId: string;
	bucketId?: string;
	pumpId?: string;
	tankId?: string;
	/** Longest the bench may be, mm. */
	roomMm: number;
}

const LIFT_ALLOWANCE_M = 1.6;
const LPH_PER_BUCKET = 8;
/** A warm day's reference evapotranspiration, mm: for a first guess at the tank only. */
const GUESS_ET0 = 4.5;

/** A whole working bench of buckets from two answers. */
export function startBucketBench(start: BenchStart, shelf: Shelf): Design {
	const crop = pick(shelf.crops, start.cropId);
	const stand = benchFor(start, crop.spreadMm);
	const plants: Record<string, Plant> = {};
	for (const site of bucketSites(stand).slice(0, start.buckets))
		plants[site.id] = { cropId: crop.id, stage: 'full' };
	const tank = start.tankId
		? pick(shelf.tanks, start.tankId)
		: tankFor(crop.canopyM2 * crop.kc * GUESS_ET0 * start.buckets, shelf);
	const pumpId = start.pumpId ?? pumpFor(start.buckets * LPH_PER_BUCKET, shelf).id;
	const fillL = firstFillL(tank);
	const assumed = [
		...(start.tankId ? [] : ['tank.partId']),
		...(start.pumpId ? [] : ['source.partId']),
		...(start.bucketId ? [] : ['stands.0.bucketId']),
		'stands.0.mediumId',
		'stands.0.emitterId',
		'stands.0.lowEndHeightMm',
		'stands.0.fallPercent',
		'stands.0.pitchMm',
		'lines.mainTubeId',
		'source.dial',
		'water.topUp',
		'feed.lights',
		'feed.school',
		'mix.source'
	];
	return {
		schemaVersion: DESIGN_VERSION,
		name: start.name,
		notes: '',
		areaId: start.areaId,
		tank: { partId: tank.id, shape: null, spot: 'beside', floorMm: 0, overflowBelowRimMm: 0 },
		water: {
			nowL: fillL,
			fillL,
			topUp: { kind: 'hand', everyDays: 2, with: 'solution' },
			maxDriftPercent: 25,
			uptakePercent: 85,
			useFactor: 1
		},
		source: { kind: 'pump', partId: pumpId, dial: 1, bench: null },
		lines: {
			mainTubeId: `feed-${pick(shelf.pumps, pumpId).outletMm}`,
			filter: false,
			checkValve: false,
			adapters: [],
			waterC: 20
		},
		stands: [stand],
		plants,
		feed: {
			school: 'soak',
			lights: { onMin: 330, durationMin: 930, profile: 'sun' },
			dayShare: 0.9,
			allowedDepletion: 0.2,
			drainFraction: 0.2,
			window: { startAfterOnMin: 90, stopBeforeOffMin: 120 },
			timer: { resolutionMin: 1, minOnMin: 1, slotsPerDay: 24 },
			soakPerDay: null,
			pulseEveryMin: 60,
			repeatEveryMin: 120,
			repeatFromMin: 0,
			setMin: null
		},
		mix: {
			strengthMsCm: null,
			method: 'meter',
			labelShare: 1,
			source: {
				kind: 'salts',
				saltIds: [
					'calcium-nitrate-4h',
					'potassium-nitrate',
					'monopotassium-phosphate',
					'magnesium-sulfate-7h',
					'iron-dtpa-11'
				]
			}
		},
		diary: { dryRunOn: null, plantOutOn: null, seenTo: [], caughtMl: {} },
		assumed
	};
}

function benchFor(start: BenchStart, spreadMm: number): BucketBench {
	const pitchMm = Math.max(350, Math.round((spreadMm * 0.8) / 10) * 10);
	const endClearMm = 180;
	const fit = Math.max(1, Math.floor((start.roomMm - 2 * endClearMm) / pitchMm) + 1);
	const rows = start.buckets > fit || start.buckets > 6 ? 2 : 1;
	const perRow = Math.ceil(start.buckets / rows);
	return {
		id: 'bench',
		family: 'dutch-buckets',
		variant: 'bucket-bench',
		name: 'Bench',
		lengthMm: 2 * endClearMm + (perRow - 1) * pitchMm,
		lowEndHeightMm: 650,
		fallPercent: 1.5,
		endClearMm,
		pitchMm,
		perRow,
		rows,
		rowGapMm: Math.max(400, pitchMm),
		plantsPerBucket: 1,
		bucketId: start.bucketId ?? 'bucket-11',
		mediumId: 'perlite-coarse',
		rimFreeMm: 25,
		poolMm: 40,
		elbowId: 'elbow-16',
		strainers: true,
		returns: 'each-row',
		returnTubeId: 'return-40',
		returnDropMm: 60,
		returnLift: false,
		rowTubeId: 'feed-13',
		feedFallPercent: 1.5,
		feedAboveRimMm: 60,
		emitterId: 'stake-coarse',
		emittersPerBucket: 1,
		stakeTubeId: 'feed-4',
		stakeTubeMm: 500,
		shutRows: []
	};
}

/** Litres a tank is filled to at first: nine tenths, room for what drains back. */
const firstFillL = ({ shape }: TankPart): number =>
	Math.round(0.88 * litresAt(shape, shapeHeightMm(shape)));

function tankFor(litresPerDay: number, shelf: Shelf) {
	const wanted = 2.5 * litresPerDay + 15;
	const bySize = [...shelf.tanks].sort((a, b) => firstFillL(a) - firstFillL(b));
	return bySize.find((tank) => firstFillL(tank) >= wanted) ?? bySize.at(-1)!;
}

function pumpFor(flowLph: number, shelf: Shelf) {
	const headAt = (p: Shelf['pumps'][number]) => p.maxHeadM * (1 - (flowLph / p.maxFlowLph) ** 2);
	return shelf.pumps.find((p) => headAt(p) >= LIFT_ALLOWANCE_M) ?? shelf.pumps.at(-1)!;
}
