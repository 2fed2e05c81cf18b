import type { Subject } from './finding';
import { kindOf } from '../design';
import type { Noun } from '../quantity';
import type { ReturnFault, SystemModel } from '../model';

const same = (list: readonly Noun[], other: Noun): Noun =>
	list.every(([one]) => one === list[0]![0]) ? list[0]! : other;

/** What the outlets of this system are called; where its stands differ, just that. */
export const outletWords = ({ design }: SystemModel): Noun =>
	same(
		design.stands.map((stand) => kindOf(stand).words.outlet),
		['outlet', 'outlets']
	);

/** What holds its plants. */
export const containerWords = ({ design }: SystemModel): Noun =>
	same(
		design.stands.map((stand) => kindOf(stand).words.container),
		['container', 'containers']
	);

/**
 * What a finding about a stand points at: its part of that name, as far as it has one, else the first thing that
 * stands on it. Pressing a finding marks that in the drawing.
 */
export function subjectOn({ layout }: SystemModel, { id }: { id: string }, part: string): Subject {
	const wanted = `${id}.${part}`;
	const drawn = [layout.solids, layout.containers, layout.runs, layout.returns];
	if (drawn.some((list) => list.some((one) => one.id === wanted))) return wanted;
	return layout.containers.find((container) => container.standId === id)?.id ?? 'place';
}

/** Why a return does not carry its flow, as the grower of this place reads figures; null: it does. */
export function faultWords(
	{ say }: Pick<SystemModel, 'say'>,
	fault: ReturnFault | null
): string | null {
	if (!fault) return null;
	if (fault.kind === 'no-fall') return 'it has no fall';
	const { mostLph, innerDiameterMm, fallPercent, widerMm } = fault;
	return (
		`at most ${say(mostLph, 'flow')} run through ${say(innerDiameterMm, 'size')} at a fall of ${fallPercent} %; ` +
		`${say(widerMm, 'size')} inside would carry it`
	);
}
