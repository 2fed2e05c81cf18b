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
