import type { Keys, Needs, Sources, Stage } from './stage';

/** A result with what it was made from: a later model takes it over if all of that is still the same. */
interface Made {
	value: unknown;
	/** The declared keys' values, in their order. */
	from: readonly unknown[];
	/** The stages read on the way, in the order they were read, with what each said. */
	used: readonly (readonly [stage: Stage<unknown>, value: unknown])[];
}

/**
 * Works stages out when they are asked for, each once. What an earlier evaluator made is taken over where
 * every key the stage declared holds the very same value and every stage it read says the very same again.
 */
export class Evaluator {
	private readonly made = new Map<Stage<unknown>, Made>();
	/** Of earlier evaluators, not yet looked at again. */
	private readonly old: Map<Stage<unknown>, Made>;

	constructor(
		private readonly sources: Sources,
		before?: Evaluator
	) {
		this.old = before ? new Map([...before.old, ...before.made]) : new Map();
	}

	get<T>(stage: Stage<T>): T {
		let made = this.made.get(stage);
		if (!made) {
			const old = this.old.get(stage);
			made = old && this.stillTrue(stage, old) ? old : this.make(stage, old);
			this.made.set(stage, made);
		}
		return made.value as T;
	}

	private stillTrue(stage: Stage<unknown>, { from, used }: Made): boolean {
		const now = valuesOf(stage.keys, this.sources);
		return (
			now.every((value, i) => value === from[i]) &&
			used.every(([needed, value]) => this.get(needed) === value)
		);
	}

	private make<T>(stage: Stage<T>, old: Made | undefined): Made {
		const used: [Stage<unknown>, unknown][] = [];
		let open = true;
		const given = givenOf(stage.keys, stage.needs, this.sources, (needed) => {
			if (!open) throw new Error(`“${stage.name}” reads what it was given after it was made`);
			const value = this.get(needed);
			used.push([needed, value]);
			return value;
		});
		const value = stage.make(given, old?.value as T | undefined);
		open = false;
		return { value, from: valuesOf(stage.keys, this.sources), used };
	}
}

const entriesOf = (keys: Keys) =>
	Object.entries(keys) as [keyof Sources, readonly (keyof Sources[keyof Sources])[]][];

const valuesOf = (keys: Keys, sources: Sources): unknown[] =>
	entriesOf(keys).flatMap(([part, names]) => names.map((name) => sources[part][name]));

/**
 * What a stage is handed: of each source the declared keys, and its needs as figures worked out when read.
 *
 * @param read answers for a stage
 */
export function givenOf(
	keys: Keys,
	needs: Needs,
	sources: Sources,
	read: (stage: Stage<unknown>) => unknown
): never {
	const given: Record<string, unknown> = {};
	for (const [part, names] of entriesOf(keys))
		given[part] = Object.fromEntries(names.map((name) => [name, sources[part][name]]));
	for (const [name, needed] of Object.entries(needs))
		Object.defineProperty(given, name, { enumerable: true, get: () => read(needed) });
	return given as never;
}
