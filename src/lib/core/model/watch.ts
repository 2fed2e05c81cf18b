import type { Seen, Sources, Stage } from './stage';

/** All but the calendar, which holds one day alone. */
const PARTS = ['design', 'operation', 'record', 'place', 'shelf', 'parameters'] as const;

/** What a model is here: it answers for stages, and hands over its sources and others like itself by name. */
interface Watchable {
	get<T>(stage: Stage<T>): T;
	say(value: number, kind: never): string;
}
const of = (model: Watchable, name: string): unknown =>
	(model as unknown as Record<string, unknown>)[name];

/** A model that writes down what is read of it, until it is told to stop. */
export interface Watched<M> {
	model: M;
	/** What was read, in the order in which it was first read. */
	seen: Seen[];
	/** From here on it is the model it was made of, and nothing else. */
	stop: () => void;
}

/** Writes down what is read for the first time. */
type Note = (id: unknown, read: Seen) => void;

/**
 * What judges a model need not list by hand what it reads: it is handed this, and what it read is known. A change
 * tried on the way (`with`), the grown plants and the document as a whole count as all there is.
 *
 * @param model what is read
 * @param sources what it was made from
 */
export function watch<M extends Watchable>(model: M, sources: Sources): Watched<M> {
	const seen: Seen[] = [];
	const noted = new Set<unknown>();
	let open = true;
	const note: Note = (id, read) => {
		if (!open || noted.has(id)) return;
		noted.add(id);
		seen.push(read);
	};
	const own = { ...figuresOf(model, sources, note), ...wholeOf(model, sources, note) };
	for (const part of PARTS) {
		const handed = noting(sources, part, note);
		own[part] = { get: () => (open ? handed : sources[part]) };
	}
	return {
		model: Object.create(model, own) as M,
		seen,
		stop: () => (open = false)
	};
}

const noteKey = (sources: Sources, part: keyof Sources, key: string, note: Note): unknown => {
	const value = (sources[part] as unknown as Record<string, unknown>)[key];
	note(`${part}.${key}`, { part, key, value });
	return value;
};

/** Stages, the day, and figures in words. */
const figuresOf = (model: Watchable, sources: Sources, note: Note): PropertyDescriptorMap => ({
	get: {
		value: <T>(stage: Stage<T>) => {
			const value = model.get(stage);
			note(stage, { stage, value });
			return value;
		}
	},
	today: { get: () => noteKey(sources, 'calendar', 'today', note) },
	say: {
		value: (value: number, kind: never) => {
			noteKey(sources, 'place', 'units', note);
			return model.say(value, kind);
		}
	}
});

/** What is had of a model as a whole. */
function wholeOf(model: Watchable, sources: Sources, note: Note): PropertyDescriptorMap {
	const all = () => {
		for (const part of PARTS) note(part, { part, key: null, value: sources[part] });
		noteKey(sources, 'calendar', 'today', note);
	};
	const own: PropertyDescriptorMap = {};
	for (const name of ['parts', 'grown'] as const)
		own[name] = {
			get() {
				all();
				return of(model, name);
			}
		};
	for (const name of ['with', 'of'] as const)
		own[name] = {
			value: (...asked: never[]) => {
				all();
				return (of(model, name) as (...asked: never[]) => unknown).apply(model, asked);
			}
		};
	return own;
}

/** A source of which each key that is read is noted; listing its keys is reading all of it. */
const noting = (sources: Sources, part: keyof Sources, note: Note): object =>
	new Proxy(sources[part] as object, {
		get: (source, key) =>
			typeof key === 'string'
				? noteKey(sources, part, key, note)
				: (Reflect.get(source, key) as unknown),
		has(source, key) {
			noteKey(sources, part, String(key), note);
			return Reflect.has(source, key);
		},
		ownKeys(source) {
			note(part, { part, key: null, value: source });
			return Reflect.ownKeys(source);
		}
	});
