import { z } from 'zod';
import { floorWithRelief, NoSolution, quantity, refuse, rootOf } from '../quantity';

const mm = (name: string) => quantity(name, 'size', { above: 0, max: 100_000 });

/** Inner measures of a tank. `table` is measured: litres poured in, height read off. */
export const tankShape = z
	.discriminatedUnion(
		'kind',
		[
			z.strictObject({
				kind: z.literal('straight'),
				areaCm2: quantity('area', 'floorArea', { above: 0, max: 1e8 }),
				heightMm: mm('height')
			}),
			z.strictObject({
				kind: z.literal('round'),
				bottomDiameterMm: mm('bottom diameter'),
				topDiameterMm: mm('top diameter'),
				heightMm: mm('height')
			}),
			z.strictObject({
				kind: z.literal('oblong'),
				bottomLengthMm: mm('bottom length'),
				bottomWidthMm: mm('bottom width'),
				topLengthMm: mm('top length'),
				topWidthMm: mm('top width'),
				heightMm: mm('height')
			}),
			z.strictObject({
				kind: z.literal('lying'),
				diameterMm: mm('diameter'),
				lengthMm: mm('length')
			}),
			z.strictObject({
				kind: z.literal('table'),
				marks: z
					.array(
						z.strictObject({
							heightMm: quantity('height', 'size', { min: 0, max: 100_000 }),
							litres: quantity('litres', 'volume', { min: 0, max: 1e6 })
						})
					)
					.min(1, 'marks must hold at least one measured mark')
					.max(500)
			})
		],
		{ error: () => 'tank shape must be one of straight, round, oblong, lying, table' }
	)
	.superRefine((shape, context) => {
		if (shape.kind !== 'table') return;
		shape.marks.forEach((mark, i) => {
			const before = i > 0 ? shape.marks[i - 1]! : { heightMm: 0, litres: 0 };
			const first = i === 0 && mark.heightMm === 0 && mark.litres === 0;
			for (const field of ['heightMm', 'litres'] as const)
				if (!first && mark[field] <= before[field])
					context.addIssue({
						code: 'custom',
						path: ['marks', i, field],
						message: `marks must rise: ${field === 'litres' ? 'litres' : 'height'} must be over ${before[field]}`
					});
		});
	});
export type TankShape = z.infer<typeof tankShape>;

/** Tanks a design may hold: lower ones hold no pump, larger ones are no home's. */
export const TANK_LIMITS = { lowMm: 10, highMm: 3000, mostL: 10_000 };

/** A measured tank as part of a design, within TANK_LIMITS. */
export const builtTankShape = tankShape.superRefine((shape, context) => {
	const { lowMm, highMm, mostL } = TANK_LIMITS;
	const high = shapeHeightMm(shape);
	if (!(high >= lowMm && high <= highMm))
		context.addIssue({
			code: 'custom',
			path:
				shape.kind === 'table' ? ['marks'] : [shape.kind === 'lying' ? 'diameterMm' : 'heightMm'],
			message: `height of the tank must be a number from ${lowMm} to ${highMm} mm`
		});
	else if (!(litresAt(shape, high) <= mostL))
		context.addIssue({
			code: 'custom',
			path: [],
			message: `the tank must hold ${mostL.toLocaleString('en-GB')} L at most; check whether its measures are in mm`
		});
});

export const tankLevelInput = z.strictObject({
	shape: tankShape,
	brimMm: mm('brim').optional(),
	levelsMm: z
		.array(quantity('level', 'size', { min: 0, max: 100_000 }))
		.max(10_000)
		.default([]),
	litres: z
		.array(quantity('litres', 'volume', { min: 0, max: 1e6 }))
		.max(10_000)
		.default([]),
	markEveryL: quantity('mark spacing', 'volume', { above: 0, max: 1e6 }).optional()
});
export const tankLevelOutput = z.strictObject({
	fullL: z.number(),
	brimMm: z.number(),
	volumesL: z.array(z.number()),
	heightsMm: z.array(z.number()),
	marks: z.array(z.strictObject({ litres: z.number(), heightMm: z.number() }))
});

/** Inner height of a shape, mm. */
export function shapeHeightMm(shape: TankShape): number {
	if (shape.kind === 'lying') return shape.diameterMm;
	if (shape.kind === 'table') return shape.marks.at(-1)!.heightMm;
	return shape.heightMm;
}

/** The lower part of a shape, cut off level at a height; null where it cannot be. */
export function cutOff(shape: TankShape, heightMm: number): TankShape | null {
	if (shape.kind === 'lying' || shape.kind === 'table') return null;
	const at = (bottom: number, top: number) => bottom + ((top - bottom) * heightMm) / shape.heightMm;
	if (shape.kind === 'straight') return { ...shape, heightMm };
	if (shape.kind === 'round')
		return {
			...shape,
			topDiameterMm: at(shape.bottomDiameterMm, shape.topDiameterMm),
			heightMm
		};
	return {
		...shape,
		topLengthMm: at(shape.bottomLengthMm, shape.topLengthMm),
		topWidthMm: at(shape.bottomWidthMm, shape.topWidthMm),
		heightMm
	};
}

/** Litres in a tank filled to a height. Exact for each shape; between measured marks a straight line. */
export function litresAt(shape: TankShape, levelMm: number): number {
	const h = levelMm;
	switch (shape.kind) {
		case 'straight':
			return (shape.areaCm2 * h) / 1e4;
		case 'round': {
			const bottom = shape.bottomDiameterMm;
			const top = bottom + ((shape.topDiameterMm - bottom) * h) / shape.heightMm;
			return ((Math.PI / 12) * h * (bottom ** 2 + bottom * top + top ** 2)) / 1e6;
		}
		case 'oblong': {
			const a = shape.bottomLengthMm;
			const b = shape.bottomWidthMm;
			const da = (shape.topLengthMm - a) / shape.heightMm;
			const db = (shape.topWidthMm - b) / shape.heightMm;
			return (a * b * h + ((a * db + b * da) * h ** 2) / 2 + (da * db * h ** 3) / 3) / 1e6;
		}
		case 'lying': {
			const r = shape.diameterMm / 2;
			const theta = 2 * Math.acos(Math.min(1, Math.max(-1, 1 - h / r)));
			return ((r * r * (theta - Math.sin(theta))) / 2) * (shape.lengthMm / 1e6);
		}
		case 'table': {
			let before = { heightMm: 0, litres: 0 };
			for (const mark of shape.marks) {
				if (h <= mark.heightMm) {
					const span = mark.heightMm - before.heightMm;
					const share = span > 0 ? (h - before.heightMm) / span : 0;
					return before.litres + share * (mark.litres - before.litres);
				}
				before = mark;
			}
			return before.litres;
		}
	}
}

/** Height, mm, at which a tank holds so many litres: litresAt turned round. */
export function heightAt(shape: TankShape, litres: number): number {
	if (litres <= 0) return 0;
	return rootOf((h) => litresAt(shape, h) - litres, 0, shapeHeightMm(shape));
}

const MOST_MARKS = 500;

/**
 * Height to litres and back for a tank's true shape, and the marks to copy onto a strip of tape.
 *
 * @param input.brimMm the lowest opening (an overflow, a hole for a pipe); the top unless given
 * @throws InvalidInput for a level over the brim or more than 500 marks; NoSolution for more litres than it holds
 */
export function tankLevel(input: z.input<typeof tankLevelInput>): z.infer<typeof tankLevelOutput> {
	const { shape, levelsMm = [], litres = [], markEveryL } = input;
	const top = shapeHeightMm(shape);
	const brimMm = input.brimMm ?? top;
	if (brimMm > top)
		throw refuse('brimMm', `brim must be a number over 0 to ${top} mm, the top of the tank`);
	const fullL = litresAt(shape, brimMm);
	levelsMm.forEach((level, i) => {
		if (level > brimMm)
			throw refuse(`levelsMm.${i}`, `level must be a number from 0 to ${brimMm} mm, the brim`);
	});
	const tooMany = litres.find((l) => l > fullL * (1 + 1e-12));
	if (tooMany !== undefined)
		throw new NoSolution(`This tank holds ${fullL.toFixed(1)} L to the brim, not ${tooMany} L.`);
	const count = markEveryL === undefined ? 0 : floorWithRelief(fullL / markEveryL);
	if (count > MOST_MARKS)
		throw refuse(
			'markEveryL',
			`mark spacing must be at least ${(fullL / MOST_MARKS).toFixed(3)} L: 500 marks at most`
		);
	return {
		fullL,
		brimMm,
		volumesL: levelsMm.map((level) => litresAt(shape, level)),
		heightsMm: litres.map((l) => heightAt(shape, l)),
		marks: Array.from({ length: count }, (_, i) => {
			const at = (i + 1) * markEveryL!;
			return { litres: at, heightMm: heightAt(shape, Math.min(at, fullL)) };
		})
	};
}
