import { counted } from '../quantity';
import type { Parts } from '../design';
import { SystemModel } from '../model';
import { PARAMETERS } from '../parameters';
import { containerWords, findingsOf } from '../review';
import type { Shelf } from '../shelf';
import { miniatureOfModel, type Miniature } from './miniature';

/** A system as it hangs on the wall at home: its drawing, what it is made of and the most urgent thing. */
export interface Card {
	area: string;
	/** What it is made of, in its own word: "14 buckets". */
	holds: string;
	plants: number;
	/** How long, deep and high it stands, m. */
	sizeM: { length: number; depth: number; height: number };
	state: 'fine' | 'look' | 'stop';
	/** The most urgent thing, and whether it comes only once plants are grown. */
	sentence: string;
	later: boolean;
	drawing: Miniature;
}

/** One scale for all, so that they can be compared: three or four stand beside one another. */
const PER_METRE = 76;

/** Works the whole system out: the card is the proof that it can be drawn and judged. */
export function cardOf(parts: Parts, shelf: Shelf, today: string | null = null): Card {
	const model = new SystemModel(parts, shelf, PARAMETERS, today);
	const [finding] = findingsOf(model);
	return {
		...outlineOf(model),
		plants: model.waterUse.bySite.size,
		state: !finding || finding.severity === 'caution' ? 'fine' : finding.severity,
		sentence: finding?.message ?? 'No problems found.',
		later: finding?.state === 'grown',
		drawing: miniatureOfModel(model, { perMetre: PER_METRE })
	};
}

/** A system drawn as it is built, without its flows and without a judgement. */
export function plainCardOf(parts: Parts, shelf: Shelf): Card {
	const model = new SystemModel(parts, shelf);
	return {
		...outlineOf(model),
		state: 'look',
		later: false,
		sentence: 'Too large to be judged here: open it to see how it does.',
		drawing: miniatureOfModel(model, { perMetre: PER_METRE, plain: true })
	};
}

function outlineOf(model: SystemModel): Pick<Card, 'area' | 'holds' | 'plants' | 'sizeM'> {
	const [one, many] = containerWords(model);
	const { from, to } = model.layout.extent;
	const count = model.layout.containers.length;
	return {
		area: model.area.name,
		holds: counted(count, [one, many]),
		plants: model.layout.sites.filter(({ cropId }) => cropId !== null).length,
		sizeM: {
			length: to.xM - from.xM,
			depth: to.yM - from.yM,
			height: to.zM - Math.max(0, from.zM)
		}
	};
}
