import { kindOf, type Noun } from '../design';
import type { Chain } from './chain';

const same = (list: readonly Noun[], other: Noun): Noun =>
	list.every(([one]) => one === list[0]![0]) ? list[0]! : other;

/** What the outlets of this system are called; where its stands differ, just that. */
export const outletWords = ({ design }: Chain): Noun =>
	same(
		design.stands.map((stand) => kindOf(stand).words.outlet),
		['outlet', 'outlets']
	);

/** What holds its plants. */
export const containerWords = ({ design }: Chain): Noun =>
	same(
		design.stands.map((stand) => kindOf(stand).words.container),
		['container', 'containers']
	);

/**
 * What a finding about a stand points at: its part of that name, as far as it has one, else the first thing that
 * stands on it. Pressing a finding marks that in the drawing.
 */
export function subjectOn({ layout }: Chain, { id }: { id: string }, part: string): string {
	const wanted = `${id}.${part}`;
	const drawn = [layout.solids, layout.containers, layout.runs, layout.returns];
	if (drawn.some((list) => list.some((one) => one.id === wanted))) return wanted;
	return layout.containers.find((container) => container.standId === id)?.id ?? 'place';
}
