import { claimsOf, designs, followed } from '../tests/unit/claims';
import { dice } from '../tests/unit/mutants';
import { BEGINNINGS, begun } from '../tests/unit/starts';
import { print } from './measure';

const MOST_STEPS = 60;
const percent = (part: number, of: number) =>
	`${((100 * part) / of).toFixed(1)} %, ${part} of ${of}`;

/** What fixes are worth over the examples and random designs, and how beginnings begin. */
export function claims(): void {
	const models = designs(100);
	const { shown, held, grave, mended, wrong } = claimsOf(models);
	print(`fixes shown by ${models.length} designs that hold`, percent(held, shown));
	print('fixes that bring a stop or are refused', String(wrong.length));
	print('stops and looks that show a fix', percent(mended, grave));
	const ends = models.map((model) => followed(model, MOST_STEPS));
	const most = ends.reduce((a, { steps }) => Math.max(a, steps), 0);
	const open = ends.filter(({ ended }) => !ended).length;
	print('first fix until none is left', `${most} steps at most, ${open} without an end`);
	const roll = dice(7);
	const some = Array.from({ length: 150 }, () => begun(BEGINNINGS[roll(BEGINNINGS.length)]!));
	const refused = some.filter((one) => one.refused !== null).length;
	const failing = some.filter((one) => one.refused === null && one.stops.length > 0).length;
	print(`beginnings that are refused, of ${BEGINNINGS.length} some`, percent(refused, some.length));
	print('beginnings with a stop when grown', String(failing));
	print(
		'beginnings whose tank lasts under two days',
		String(some.filter(({ short }) => short).length)
	);
}
