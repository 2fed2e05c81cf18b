import type { Figures, Parameter } from '../../quantity';
import { givenOf } from '../evaluator';
import type { SystemModel } from '../model';
import type { Sources, Stage } from '../stage';

/** A figure of practice that something rests on, and what it is a figure of. */
export interface Ground {
	/** A crop, medium or part by its name; a group of parameters by its key. */
	of: string;
	/** The field it stands in. */
	field: string;
	figure: Parameter;
}

/**
 * The figures of practice that a stage reads of this model: of its parameters, and of the items of the shelf.
 * The stage is made once more with its reads noted, so nothing has to be listed by hand.
 *
 * @returns each once, in the order they are read; not those its needs were made from
 */
export function restsOn(model: SystemModel, stage: Stage<unknown>): Ground[] {
	const grounds = new Map<string, Ground>();
	const note = (of: string, field: string, figure: Parameter) =>
		grounds.set(`${of}/${field}`, { of, field, figure });
	const { shelf, parameters, parts, today } = model;
	const sources: Sources = {
		...parts,
		calendar: { today },
		shelf: each(shelf, (list) =>
			Array.isArray(list) ? list.map((item: object) => watched(item, note)) : list
		),
		parameters: each(parameters, (figures, group) => noted(figures, group, note))
	};
	stage.make(
		givenOf(stage, sources, (needed) => model.get(needed)),
		undefined
	);
	return [...grounds.values()];
}

type Note = (of: string, field: string, figure: Parameter) => void;

const each = <T extends object>(record: T, as: (value: T[keyof T], key: string) => unknown): T =>
	Object.fromEntries(
		Object.entries(record).map(([key, value]) => [key, as(value as T[keyof T], key)])
	) as T;

/** A group of parameters that notes which of them is read. */
const noted = <T extends object>(figures: T, group: string, note: Note): T =>
	new Proxy(figures, {
		get(of, field) {
			const figure = Reflect.get(of, field) as Parameter | undefined;
			if (typeof field === 'string' && figure) note(group, field, figure);
			return figure;
		}
	});

/** An item of the shelf that notes which of its figures are read, in it or in a record inside it. */
function watched<T extends object>(item: T, note: Note): T {
	const { name, figures } = item as { name?: string; figures?: Figures };
	if (name === undefined || !figures) return item;
	const watch = <R extends object>(record: R): R =>
		new Proxy(record, {
			get(of, field) {
				const value = Reflect.get(of, field) as unknown;
				const figure = typeof field === 'string' ? figures[field] : undefined;
				if (figure && typeof value === 'number') note(name, field as string, figure);
				return typeof value === 'object' && value !== null && value !== figures
					? watch(value)
					: value;
			}
		});
	return watch(item);
}
