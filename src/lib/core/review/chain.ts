import {
	applyChanges,
	areaOf,
	plantsOf,
	type Area,
	type Change,
	type Design,
	type Operation,
	type Parts,
	type Place,
	type Plants,
	type SystemRecord
} from '../design';
import { show, type Kind } from '../quantity';
import { layoutDesign, type Layout } from '../layout';
import type { Graph, Settled } from '../hydraulics';
import type { Shelf } from '../shelf';
import * as feed from './stages/feed';
import { grownStages } from './stages/growth';
import * as mix from './stages/mix';
import { levelsOf, ringsOf } from './stages/levels';
import { lightOf } from './stages/light';
import { loadsOf } from './stages/loads';
import * as path from './stages/path';
import { shadeOf } from './stages/shade';
import { sharingOf } from './stages/sharing';
import * as tank from './stages/tank';
import { Trials } from './stages/trials';

/**
 * Everything that follows from a design, each stage worked out when first asked for and never twice.
 * A changed design made with `with` shares what the change cannot have touched: a turn of the dial does
 * not lay the bench out again, a shifted timer does not solve the pipes again.
 */
export class Chain {
	private readonly made = new Map<string, unknown>();
	/** The balance of a chain on the same graph: a good place to start from. */
	private near: Settled | null = null;
	/** The grown chain of the one this came from: what has not changed is shared with it. */
	private grownBefore: Chain | undefined;

	readonly design: Design;
	readonly operation: Operation;
	readonly record: SystemRecord;
	readonly place: Place;

	constructor(
		readonly parts: Parts,
		readonly shelf: Shelf,
		before?: Chain
	) {
		({
			design: this.design,
			operation: this.operation,
			record: this.record,
			place: this.place
		} = parts);
		if (before) this.inherit(before);
	}

	/** The chain of the changed document. */
	with(changes: readonly Change[]): Chain {
		return new Chain(applyChanges(this.parts, changes), this.shelf, this);
	}

	private inherit(before: Chain): void {
		const { design, operation, record } = this;
		const built = (...keys: (keyof Design)[]) => keys.every((k) => design[k] === before.design[k]);
		const run = (...keys: (keyof Operation)[]) =>
			keys.every((k) => operation[k] === before.operation[k]);
		const seen = (...keys: (keyof SystemRecord)[]) =>
			keys.every((k) => record[k] === before.record[k]);
		if (before.place !== this.place || before.shelf !== this.shelf) return;
		this.grownBefore = (before.made.get('grown') as Chain | undefined) ?? before.grownBefore;
		const keep = (...names: string[]) => {
			for (const name of names)
				if (before.made.has(name)) this.made.set(name, before.made.get(name));
		};
		const planted = run('crops') && seen('stages');
		const laid =
			planted && built('stands', 'tank', 'lines', 'areaId', 'lamps') && run('shutValves', 'fillL');
		// the pump, how fast it turns, and what was measured of it
		const pumped = built('source') && run('dial') && seen('pumpTest');
		const filled =
			built('reserve') &&
			run('fillL', 'topUp', 'maxDriftPercent', 'uptakePercent') &&
			seen('nowL', 'useFactor');
		if (laid) keep('layout');
		if (laid && run('lampHours')) keep('light');
		if (laid && built('frontDeg')) keep('shade');
		// the graph's pattern depends on whether its source is a pump, not on which
		if (laid && seen('waterC') && design.source.kind === before.design.source.kind) {
			keep('graph');
			this.near = (before.made.get('balance') as Settled | undefined) ?? before.near;
		}
		if (built('areaId')) keep('weather');
		const drinks = planted && built('stands', 'areaId');
		if (drinks && seen('useFactor')) {
			keep('thirst');
			if (run('mix')) keep('strength');
		}
		if (drinks && run('mix') && filled && built('tank')) keep('mix');
		const flows = laid && pumped && seen('waterC');
		if (flows && filled) keep('balance', 'flows', 'water path');
		if (flows) keep('lowest flowing');
		if (pumped && seen('waterC')) keep('curve');
		if (built('tank') && pumped && filled) keep('tank');
		if (flows && filled) keep('returns', 'drain-back', 'sharing', 'loads', 'rings');
	}

	private once<T>(name: string, make: () => T): T {
		if (!this.made.has(name)) this.made.set(name, make());
		return this.made.get(name) as T;
	}

	/** What grows where and how far on it is. */
	get plants(): Plants {
		return plantsOf(this.operation, this.record);
	}

	/** The same system with its plants full grown; itself where they are. */
	get grown(): Chain {
		return this.once<Chain>('grown', () => {
			const { plants, parts } = this;
			if (Object.values(plants).every(({ stage }) => stage === 'full')) return this;
			const record = { ...parts.record, stages: grownStages(parts.operation.crops) };
			return new Chain({ ...parts, record }, this.shelf, this.grownBefore);
		});
	}

	/** The area of the place it stands in. */
	get area(): Area {
		return areaOf(this.place, this.design.areaId);
	}
	/** A figure with its unit, as the grower of this place reads it. */
	readonly say = (value: number, kind: Kind): string => show(value, kind, this.place.units);

	get layout(): Layout {
		return this.once('layout', () => layoutDesign(this.parts, this.area, this.shelf));
	}
	get graph(): Graph {
		return this.once('graph', () => path.graphOf(this));
	}
	/** Pump curve with what it was made from; null under gravity. */
	get curve() {
		return this.once('curve', () => path.curveOf(this));
	}
	/** Heads and flows in balance at the water level as it stands. */
	get balance(): Settled {
		return this.once('balance', () => path.balanceOf(this, this.near));
	}
	/** What every outlet gives and every site gets. */
	get flows() {
		return this.once('flows', () => path.flowsOf(this));
	}
	/** Flow and head everywhere: the report of the balance. */
	get path() {
		return this.once('water path', () => path.pathOf(this));
	}
	/** Trial solves at other levels and dials. */
	get trials(): Trials {
		return this.once('trials', () => new Trials(this));
	}
	/** Least litres in the tank at which every outlet still gives water; null: not even at the brim. */
	get lowestFlowingL() {
		return this.once('lowest flowing', () => this.trials.lowestFlowingL());
	}
	/** Least litres in the tank at which every site gets what its feed needs. */
	get lowestFedL() {
		return this.once('lowest fed', () => this.trials.lowestFedL());
	}
	/** How each tower's rim shares its water. */
	get sharing() {
		return this.once('sharing', () => sharingOf(this));
	}
	/** What valves keep in every tray. */
	get levels() {
		return this.once('levels', () => levelsOf(this));
	}
	/** The level in pots on a return line under water. */
	get rings() {
		return this.once('rings', () => ringsOf(this));
	}
	/** Light of the lamps at every site. */
	get light() {
		return this.once('light', () => lightOf(this));
	}
	/** Sun each site loses to its neighbours; null indoors. Worked out only when asked for. */
	get shade() {
		return this.once('shade', () => shadeOf(this));
	}
	/** Weight, wind and wall, a stand at a time. */
	get loads() {
		return this.once('loads', () => loadsOf(this));
	}
	get weather() {
		return this.once('weather', () => tank.weatherOf(this));
	}
	/** What each crop and each site drinks. */
	get thirst() {
		return this.once('thirst', () => tank.thirstOf(this));
	}
	get returns() {
		return this.once('returns', () => tank.returnsOf(this));
	}
	get drainBack() {
		return this.once('drain-back', () => tank.drainBackOf(this));
	}
	get tank() {
		return this.once('tank', () => tank.tankOf(this));
	}
	get size() {
		return this.once('size', () => tank.sizeOf(this));
	}
	get run() {
		return this.once('run', () => tank.runOf(this));
	}
	get feed() {
		return this.once('feed', () => feed.feedOf(this));
	}
	/** Strength aimed at and the recipe per litre, whatever the tank holds. */
	get strength() {
		return this.once('strength', () => mix.strengthOf(this));
	}
	get mix() {
		return this.once('mix', () => mix.mixOf(this));
	}
}
