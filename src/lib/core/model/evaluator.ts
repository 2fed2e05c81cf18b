import type { Sources, Stage } from './stage';

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
		const now = valuesOf(stage, this.sources);
		return (
			now.every((value, i) => value === from[i]) &&
			used.every(([needed, value]) => this.get(needed) === value)
		);
	}

	private make<T>(stage: Stage<T>, old: Made | undefined): Made {
		const used: [Stage<unknown>, unknown][] = [];
		let open = true;
		const given = givenOf(stage, this.sources, (needed) => {
			if (!open) throw new Error(`“${stage.name}” reads what it was given after it was made`);
			const value = this.get(needed);
			used.push([needed, value]);
			return value;
		});
		const value = stage.make(given, old?.value as T | undefined);
		open = false;
		return { value, from: valuesOf(stage, this.sources), used };
	}
}

type Read = (stage: Stage<unknown>) => unknown;
const READ = Symbol('read');

/** The declared keys of a stage in pairs, and an object whose getters answer for its needs; made once a stage. */
interface Shape {
	keys: readonly (readonly [part: keyof Sources, names: readonly string[]])[];
	needs: object;
}
const shapes = new WeakMap<Stage<unknown>, Shape>();

function shapeOf(stage: Stage<unknown>): Shape {
	let shape = shapes.get(stage);
	if (!shape) {
		const needs = {};
		for (const [name, needed] of Object.entries(stage.needs))
			Object.defineProperty(needs, name, {
				get(this: { [READ]: Read }) {
					return this[READ](needed);
				}
			});
		shape = { keys: Object.entries(stage.keys) as Shape['keys'][number][], needs };
		shapes.set(stage, shape);
	}
	return shape;
}

/** Every key's value in the order they are declared. */
function valuesOf(stage: Stage<unknown>, sources: Sources): unknown[] {
	const values: unknown[] = [];
	for (const [part, names] of shapeOf(stage).keys) {
		const source = sources[part] as unknown as Record<string, unknown>;
		for (const name of names) values.push(source[name]);
	}
	return values;
}

/**
 * What a stage is handed: of each source the declared keys, and its needs as figures worked out when read.
 *
 * @param read answers for a stage
 */
export function givenOf(stage: Stage<unknown>, sources: Sources, read: Read): never {
	const { keys, needs } = shapeOf(stage);
	const given = Object.create(needs) as Record<string | symbol, unknown>;
	given[READ] = read;
	for (const [part, names] of keys) {
		const source = sources[part] as unknown as Record<string, unknown>;
		const mine: Record<string, unknown> = {};
		for (const name of names) mine[name] = source[name];
		given[part] = mine;
	}
	return given as never;
}
