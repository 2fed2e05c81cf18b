import { VARIANTS } from '../src/lib/core/design';
import { layoutStructure } from '../src/lib/core/layout';
import { SystemModel } from '../src/lib/core/model';
import { assessModel } from '../src/lib/core/operations';
import { PARAMETERS } from '../src/lib/core/parameters';
import { findingsOf, provenFindings, stepsOf } from '../src/lib/core/review';
import { BUILT_IN_SHELF } from '../src/lib/core/shelf';
import { EXAMPLES } from '../tests/unit/example';
import { anotherLevel, built, fresh, grown, rail, SIZES, stretch } from './grown';
import { exponentOf, print, time } from './measure';
import { workOf } from './work';

const times = (of: number, by: number) => `${(of / by).toFixed(1)} times the rail`;

/** What a page shows in the frame of a change: all that stands and flows, and the figures of the tank and its feed. */
function framed(model: SystemModel): void {
	void [
		model.layout,
		model.path,
		model.levels,
		model.rings,
		model.tank,
		model.drainBack,
		model.feed
	];
}

/** From a document to what is shown and said of it, at 14, 112 and 300 sites. */
export function assessing(): void {
	const first: Partial<Record<'judged' | 'proven' | 'framed', number>> = {};
	for (const [name, , make] of SIZES) {
		const parts = make();
		for (let i = 0; i < 25; i++) assessModel(fresh(parts));
		const rounds = name === 'rail' ? 101 : 25;
		const judged = time(() => void assessModel(fresh(parts)), rounds);
		const proven = time(() => void provenFindings(fresh(parts)), Math.ceil(rounds / 8));
		const base = new SystemModel(parts, BUILT_IN_SHELF);
		assessModel(base);
		const dragged = () => base.with([{ path: 'record.nowL', value: anotherLevel(parts) }]);
		const frame = time(() => framed(dragged()), rounds);
		const whole = time(() => void assessModel(dragged()), rounds);
		const { judged: j = judged, proven: p = proven, framed: f = frame } = first;
		Object.assign(first, { judged: j, proven: p, framed: f });
		const sites = base.layout.sites.length;
		const by = (ms: number, least: number) => (name === 'rail' ? '' : `, ${times(ms, least)}`);
		print(`assess, ${name}, ${sites} sites`, `${judged.toFixed(1)} ms${by(judged, j)}`);
		print('  with its proofs', `${proven.toFixed(0)} ms${by(proven, p)}`);
		print(
			'  the level dragged: its frame, and as all was judged in it',
			`${frame.toFixed(1)} ms${by(frame, f)}; ${whole.toFixed(1)} ms`
		);
	}
	const [few, many] = [100, 1000].map((plants) => {
		const parts = built('slab-gutter', plants);
		for (let i = 0; i < 8; i++) assessModel(fresh(parts));
		return {
			size: fresh(parts).layout.sites.length,
			ms: time(() => void assessModel(fresh(parts)), 15)
		};
	});
	print(
		`assess, growth from ${few!.size} to ${many!.size} slab sites`,
		`exponent ${exponentOf(few!, many!).toFixed(2)}`
	);
}

const STAGES: [string, (model: SystemModel) => unknown][] = [
	['layout', (c) => c.layout],
	['graph', (c) => c.graph],
	['water path', (c) => c.path],
	['demand', (c) => c.waterUse],
	['feed', (c) => c.feed],
	['tank', (c) => [c.tank, c.drainBack, c.size, c.run]],
	['mix', (c) => c.mix],
	['lowest levels', (c) => [c.lowestFlowingL, c.lowestFedL]],
	['findings', (c) => findingsOf(c)],
	['steps', (c) => stepsOf(c, [])]
];

/** Where the time of an assessment goes, and how much is worked out in it. */
export function shares(): void {
	const parts = rail();
	for (let i = 0; i < 100; i++) assessModel(fresh(parts));
	const spent = STAGES.map(() => 0);
	for (let i = 0; i < 101; i++) {
		const model = fresh(parts);
		STAGES.forEach(([, stage], k) => {
			const start = performance.now();
			stage(model);
			spent[k]! += performance.now() - start;
		});
	}
	const total = spent.reduce((a, b) => a + b, 0);
	STAGES.forEach(([name], k) =>
		print(`share of an assessment, ${name}`, `${((100 * spent[k]!) / total).toFixed(0)} %`)
	);
	for (const name of EXAMPLES) {
		const { judged, proven, most } = workOf(name);
		print(
			`worked out, ${name}`,
			`${judged.stages} stages, each ${most} times at most, and ${judged.networks} networks; for its fixes ${proven.stages} and ${proven.networks}`
		);
	}
}

/** Every kind, small and large. */
export function variants(): void {
	const spent: number[] = [];
	for (const variant of VARIANTS) {
		const line = [12, 300].map((plants) => {
			const parts = built(variant, plants);
			for (let i = 0; i < 5; i++) assessModel(fresh(parts));
			const ms = time(() => void assessModel(fresh(parts)), 9);
			spent.push(ms);
			return `${fresh(parts).layout.sites.length} sites ${ms.toFixed(1)} ms`;
		});
		print(`assess, ${variant}`, line.join(', '));
	}
	print('assess, slowest variant', `${Math.max(...spent).toFixed(1)} ms`);
}

/** Layouts alone, with counts past what a form takes. */
export function layouts(): void {
	const exponents = VARIANTS.filter((variant) => variant !== 'single-bucket').map((variant) => {
		const at = (plants: number) => {
			const parts = grown(variant, plants);
			const [area] = parts.place.areas;
			const stretched = {
				...stretch(parts, plants),
				parameters: PARAMETERS,
				sourceKind: 'pump' as const
			};
			const work = () => void layoutStructure(stretched, area!, BUILT_IN_SHELF);
			for (let i = 0; i < 3; i++) work();
			const size = layoutStructure(stretched, area!, BUILT_IN_SHELF).sites.length;
			return { size, ms: time(work, 5) };
		};
		const [few, many] = [at(500), at(5000)];
		const exponent = exponentOf(few, many);
		print(
			`layout, ${variant}`,
			`${few.size} sites ${few.ms.toFixed(1)} ms, ${many.size} sites ${many.ms.toFixed(1)} ms, exponent ${exponent.toFixed(2)}`
		);
		return exponent;
	});
	print('layout, steepest growth to 5,000 sites', `exponent ${Math.max(...exponents).toFixed(2)}`);
}
