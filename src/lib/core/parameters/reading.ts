import { parameter } from '../quantity';

/** How near what is read comes to what is there, and how far plants stray from what is foretold of them. */
export const reading = {
	/** Of the litres, by a tape or marks on a tank that bulges. */
	litresShare: parameter(0.12, 'of the litres', [0.05, 0.2]),
	/** A hobby meter a month after it was checked, and what of that is worth mending. */
	strengthMsCm: parameter(0.15, 'mS/cm', [0.1, 0.3]),
	mendFromMsCm: parameter(0.1, 'mS/cm', [0.05, 0.2]),
	/** So far pH does not come by itself within four days. */
	phJump: parameter(1.5, 'pH', [1, 2]),
	phDays: parameter(4, 'days', [2, 7]),
	/** Plants drink this part of the forecast at least and at most, by weather and by how well it was foretold. */
	leastUse: parameter(0.25, 'of the forecast', [0.1, 0.5]),
	mostUse: parameter(2.5, 'of the forecast', [1.5, 4]),
	/** Throwing away more of a tank than this to thin it, one may as well change it. */
	changeShare: parameter(0.6, 'of the tank', [0.4, 0.8])
};
