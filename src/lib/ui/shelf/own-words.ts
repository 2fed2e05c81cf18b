import { LIST_OF, type OwnKind } from '$lib/core/shelf';

interface OwnWords {
	/** The verb that makes one, and what it is called in a list. */
	title: string;
	plural: string;
	about: string;
	/** Its figures, the first asked first; an empty one then means what is said. */
	fields: readonly (readonly [field: string, label: string, empty?: string])[];
	choices?: readonly {
		field: string;
		label: string;
		options: readonly { id: string; name: string }[];
	}[];
}

/** How each kind of own item is asked for. */
export const OWN_WORDS: Record<OwnKind, OwnWords> = {
	pump: {
		title: 'A pump of my own',
		plural: 'Pumps',
		about: 'As its nameplate says; a bench test with a jug and a watch then makes it sure.',
		choices: [
			{
				field: 'dial',
				label: 'Its dial',
				options: [
					{ id: 'slows', name: 'slows the pump' },
					{ id: 'throttles', name: 'closes a shutter' }
				]
			}
		],
		fields: [
			['maxHeadM', 'Lifts at most'],
			['maxFlowLph', 'Gives at most'],
			['watts', 'Takes'],
			['outletMm', 'Outlet for a tube of'],
			['heightMm', 'It is high']
		]
	},
	tank: {
		title: 'A vessel of my own',
		plural: 'Vessels',
		about:
			'By its inner measures. Filled by the jug it is surer: measure it on the sheet of the tank.',
		fields: [['emptyKg', 'Empty it weighs']]
	},
	bucket: {
		title: 'A bucket or pot of my own',
		plural: 'Buckets and pots',
		about: 'By its inner measures.',
		fields: [
			['topDiameterMm', 'Across the top'],
			['bottomDiameterMm', 'Across the bottom'],
			['heightMm', 'Height'],
			['emptyKg', 'Empty it weighs']
		]
	},
	tube: {
		title: 'A tube of my own',
		plural: 'Tubes and pipes',
		about: 'It is sold by one size, drilled for another and carries by a third.',
		choices: [
			{
				field: 'use',
				label: 'Used for',
				options: [
					{ id: 'feed', name: 'feed' },
					{ id: 'return', name: 'return' }
				]
			}
		],
		fields: [
			['nominalMm', 'Sold as'],
			['innerDiameterMm', 'Inside'],
			['outerDiameterMm', 'Outside']
		]
	},
	emitter: {
		title: 'An emitter of my own',
		plural: 'Emitters',
		about: 'What it gives at some head, by the jug, or the hole it is.',
		choices: [
			{
				field: 'use',
				label: 'Used as',
				options: [
					{ id: 'drip', name: 'dripper or stake' },
					{ id: 'tower', name: 'spout of a tower' },
					{ id: 'valve', name: 'float valve' }
				]
			}
		],
		fields: [
			['nominalFlowLph', 'It gives'],
			['nominalHeadM', 'At a head of'],
			['exponent', 'Exponent: 0.5 for a hole, 1 for a long thin tube'],
			['cv', 'Spread from one to the next'],
			['barbMm', 'For a tube of']
		]
	},
	medium: {
		title: 'A medium of my own',
		plural: 'Media',
		about: 'One of those on the shelf, or several mixed by volume.',
		fields: [
			['availableFraction', 'Easy water, measured', 'by its parts'],
			['airFraction', 'Air after draining, measured', 'by its parts'],
			['pieceL', 'One piece of it makes', 'as its kind is sold']
		]
	},
	crop: {
		title: 'A crop of my own',
		plural: 'Crops and varieties',
		about: 'A variety of a crop that is there; all that is not asked is as in that.',
		fields: [
			['spreadMm', 'Spread full grown'],
			['heightMm', 'Height'],
			['canopyM2', 'Ground its leaves cover'],
			['ecEarlyMsCm', 'Strength, young'],
			['ecFullMsCm', 'Strength, full'],
			['dliMol', 'Light it likes in a day'],
			['harvestDays', 'Days to the first harvest', 'not known'],
			['massKg', 'Weight with its crop']
		]
	},
	lamp: {
		title: 'A lamp of my own',
		plural: 'Lamps',
		about: 'As its label says; where only watts are known, an LED gives about 2.5 µmol/s a watt.',
		fields: [
			['ppfUmolS', 'It gives'],
			['spreadDeg', 'Spread of the light'],
			['lengthM', 'It is long'],
			['watts', 'Takes']
		]
	}
};

/** Which kind of own item stands in a list of the shelf. */
export const OWN_KIND: Partial<Record<string, OwnKind>> = Object.fromEntries(
	Object.entries(LIST_OF).map(([kind, list]) => [list, kind as OwnKind])
);
