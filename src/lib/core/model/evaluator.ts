import type { Seen, Sources, Stage } from './stage';

/** A result with what it was made from: a later model takes it over if all of that is still the same. */
interface Made {
	value: unknown;
	/** The declared keys' values, in their order. */
	from: readonly unknown[];
	/** The stages read on the way, in the order they were read, with what each said. */
	used: readonly (readonly [stage: Stage<unknown>, value: unknown])[];
}

/** What a question came to, with what was read for it. */
interface Answered {
	value: unknown;
	seen: readonly Seen[];
}

/** What a question comes to; `fresh`: worked out for this system and not taken over. */
export interface Recalled<T> {
	value: T;
	fresh: boolean;
}

/** So many results of a stage are remembered: the plan, the same full grown, and what was tried of late. */
const REMEMBERED = 8;

/**
 * What one system's models have worked out: of each stage the last results, with what they were made from. One table
 * serves a system as it stands, the same full grown, and every change of either that is tried.
 */
export class Solved {
	private readonly results = new Map<Stage<unknown>, Made[]>();
	/** How often each stage was worked out. */
	readonly counts = new Map<string, number>();

	private readonly answers = new Map<object, Answered[]>();

	/** What was answered to a question lately. */
	answered(question: object): readonly Answered[] {
		return this.answers.get(question) ?? NO_ANSWER;
	}

	/** Keeps an answer; the oldest is forgotten. */
	answer(question: object, answered: Answered): void {
		const mine = this.answers.get(question) ?? [];
		this.answers.set(question, [answered, ...mine].slice(0, REMEMBERED));
	}

	of(stage: Stage<unknown>): readonly Made[] {
		return this.results.get(stage) ?? NONE;
	}

	add(stage: Stage<unknown>, made: Made): void {
		this.counts.set(stage.name, (this.counts.get(stage.name) ?? 0) + 1);
		const mine = this.results.get(stage);
		if (!mine) return void this.results.set(stage, [made]);
		if (mine.length >= REMEMBERED) mine.pop();
		mine.unshift(made);
	}

	/** One that served again is the last to be forgotten. */
	served(stage: Stage<unknown>, made: Made): void {
		const mine = this.results.get(stage) ?? [];
		const at = mine.indexOf(made);
		if (at > 0) mine.unshift(...mine.splice(at, 1));
	}
}
const NONE: readonly Made[] = [];
const NO_ANSWER: readonly Answered[] = [];

/**
 * Works stages out when they are asked for, each once. What was worked out before is taken over where every key the
 * stage declared holds the very same value and every stage it read says the very same again.
 */
export class Evaluator {
	private readonly made = new Map<Stage<unknown>, Made>();
	/** Of each stage the nearest earlier result: it is never forgotten, however much is tried in between. */
	private readonly old: ReadonlyMap<Stage<unknown>, Made>;

	/**
	 * @param solved what is known of this system already
	 * @param before the evaluator of the document this one was changed from: what a stage may start from
	 */
	constructor(
		private readonly sources: Sources,
		readonly solved: Solved = new Solved(),
		before?: Evaluator
	) {
		this.old = before ? new Map([...before.old, ...before.made]) : new Map();
	}

	get<T>(stage: Stage<T>): T {
		let made = this.made.get(stage);
		if (!made) {
			made = this.known(stage);
			if (made) this.solved.served(stage, made);
			else this.solved.add(stage, (made = this.make(stage)));
			this.made.set(stage, made);
		}
		return made.value as T;
	}

	/**
	 * What is asked of all this, taken over where everything that was read for it then says the very same now.
	 *
	 * @param question names it: the same for every system that shares its results
	 * @param ask works it out, and tells what it read in the order it read it
	 */
	recall<T>(question: object, ask: () => { value: T; seen: readonly Seen[] }): Recalled<T> {
		const before = this.solved.answered(question).find(({ seen }) => this.saysStill(seen));
		if (before) return { value: before.value as T, fresh: false };
		const made = ask();
		this.solved.answer(question, made);
		return { value: made.value, fresh: true };
	}

	private saysStill(seen: readonly Seen[]): boolean {
		return seen.every((read) => {
			if ('stage' in read) return this.get(read.stage) === read.value;
			const source = this.sources[read.part] as unknown as Record<string, unknown>;
			return (read.key === null ? source : source[read.key]) === read.value;
		});
	}

	private known(stage: Stage<unknown>): Made | undefined {
		const old = this.old.get(stage);
		const lately = this.solved.of(stage);
		if (!old && lately.length === 0) return undefined;
		const now = valuesOf(stage, this.sources);
		const holds = ({ from, used }: Made) =>
			now.every((value, i) => value === from[i]) &&
			used.every(([needed, value]) => this.get(needed) === value);
		if (old && holds(old)) return old;
		// a copy: to compare what one was made from, others may be worked out
		return [...lately].find((made) => made !== old && holds(made));
	}

	private make<T>(stage: Stage<T>): Made {
		const used: [Stage<unknown>, unknown][] = [];
		let open = true;
		const given = givenOf(stage, this.sources, (needed) => {
			if (!open) throw new Error(`“${stage.name}” reads what it was given after it was made`);
			const value = this.get(needed);
			used.push([needed, value]);
			return value;
		});
		const value = stage.make(given, this.old.get(stage)?.value as T | undefined);
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
