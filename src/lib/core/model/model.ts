import {
	applyChanges,
	litresNow,
	plantsOf,
	type Change,
	type Design,
	type Operation,
	type Parts,
	type Place,
	type Plants,
	type SystemRecord
} from '../design';
import { PARAMETERS, type ParameterSet } from '../parameters';
import { show, type Quantity } from '../quantity';
import type { Shelf } from '../shelf';
import { Evaluator, Solved, type Recalled } from './evaluator';
import { grownStages } from './helpers/growth';
import type { Sources, Stage } from './stage';
import { STAGES, type StageValues } from './stages';
import { watch } from './watch';

/** A getter for each stage, by its name in the list. */
abstract class Answers {
	abstract get<T>(stage: Stage<T>): T;
}
for (const [name, stage] of Object.entries<Stage<unknown>>(STAGES))
	Object.defineProperty(Answers.prototype, name, {
		get(this: Answers) {
			return this.get(stage);
		}
	});
const Base = Answers as unknown as new () => Answers & StageValues;

/** What an earlier model worked out, of the plants as they are and of the same full grown. */
interface Past {
	stages: Evaluator;
	grown: Evaluator | undefined;
}

/**
 * Everything that follows from a document, each stage worked out when first asked for and never twice. The
 * model of a changed document, made with `with`, takes over what the change has not touched: what that is
 * follows from what each stage declares to read.
 */
export class SystemModel extends Base {
	readonly design: Design;
	readonly operation: Operation;
	readonly record: SystemRecord;
	readonly place: Place;

	private readonly sources: Sources;
	private readonly stages: Evaluator;
	private grownModel: SystemModel | undefined;
	/** The grown stages of the model this one comes from, for as long as it has none of its own. */
	private readonly grownBefore: Evaluator | undefined;

	constructor(
		readonly parts: Parts,
		readonly shelf: Shelf,
		readonly parameters: ParameterSet = PARAMETERS,
		/** The day it is looked at; null: on no day, and every day is the typical one. */
		readonly today: string | null = null,
		/** What a model this one comes from has worked out. */
		past?: Past
	) {
		super();
		const { design, operation, record, place } = parts;
		[this.design, this.operation, this.record, this.place] = [design, operation, record, place];
		const calendar = { today };
		this.sources = { design, operation, record, place, shelf, parameters, calendar };
		this.stages = new Evaluator(this.sources, past?.stages.solved ?? new Solved(), past?.stages);
		this.grownBefore = past?.grown;
	}

	/** The model of the changed document. */
	with(changes: readonly Change[]): SystemModel {
		return this.of(applyChanges(this.parts, changes));
	}

	/** The model of another document, shelf or practice, sharing what is the same in both. */
	of(parts: Parts, shelf: Shelf = this.shelf, parameters = this.parameters): SystemModel {
		const grown = this.grownModel?.stages ?? this.grownBefore;
		return new SystemModel(parts, shelf, parameters, this.today, { stages: this.stages, grown });
	}

	/** How often each stage was worked out, by this model and all that share its results. */
	get solves(): ReadonlyMap<string, number> {
		return this.stages.solved.counts;
	}

	/** What a stage comes to. */
	get<T>(stage: Stage<T>): T {
		return this.stages.get(stage);
	}

	/**
	 * What a judgement of the model comes to, taken over from one of the same system where all it read says the same.
	 *
	 * @param judge a function of what it reads of the model alone, the same one on every call
	 */
	ask<T>(judge: (model: SystemModel) => T): Recalled<T> {
		return this.stages.recall(judge, () => {
			const { model, seen, stop } = watch(this, this.sources);
			try {
				return { value: judge(model), seen };
			} finally {
				stop();
			}
		});
	}

	/** Where a finding begins. */
	limit(name: keyof ParameterSet['thresholds']): number {
		return this.parameters.thresholds[name].value;
	}

	/** Litres in the tank: as last seen, else as full as it is kept. */
	get nowL(): number {
		return litresNow(this.record, this.operation);
	}

	/** What grows where and how far on it is. */
	get plants(): Plants {
		return plantsOf(this.operation, this.record);
	}

	/** The same system with its plants full grown; itself where they are. */
	get grown(): SystemModel {
		return (this.grownModel ??= this.growUp());
	}

	private growUp(): SystemModel {
		const { plants, parts } = this;
		if (Object.values(plants).every(({ stage }) => stage === 'full')) return this;
		const record = { ...parts.record, stages: grownStages(parts.operation.crops) };
		const stages = this.grownBefore ?? this.stages;
		const past = { stages, grown: undefined };
		return new SystemModel({ ...parts, record }, this.shelf, this.parameters, this.today, past);
	}

	/** A figure with its unit, as the grower of this place reads it. */
	readonly say = (value: number, kind: Quantity): string => show(value, kind, this.place.units);
}
