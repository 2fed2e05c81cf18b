import type { Change, Operation, Succession } from '$lib/core/design';
import { daysBetween, shifted, type Round } from '$lib/core/model';

type Of = { operation: Pick<Operation, 'succession'> };

/** One crop's succession as it is planned, changed. */
export const planOf = ({ operation }: Of, cropId: string, plan: Succession | null): Change => {
	const succession = { ...operation.succession };
	if (plan) succession[cropId] = plan;
	else delete succession[cropId];
	return { path: 'operation.succession', value: succession };
};

/** A planting moved by so many days from where it was; what follows on it at its sites moves along. */
export function moved(of: Of, plan: Succession, { cropId, key }: Round, byDays: number): Change {
	const days = Math.max(-365, Math.min(365, Math.round((plan.moved[key] ?? 0) + byDays)));
	const others = { ...plan.moved, [key]: days };
	if (days === 0) delete others[key];
	return planOf(of, cropId, { ...plan, moved: others });
}

/**
 * Why a planting cannot be on a date; null: it can.
 *
 * @param rounds all of them
 */
export function refusedOn(
	rounds: readonly Round[],
	{ cropId, batch, round }: Round,
	date: string
): string | null {
	const before = rounds.find(
		(one) => one.cropId === cropId && one.batch === batch && one.round === round - 1
	);
	if (!before || daysBetween(before.plantOut, date) > 0) return null;
	return `Planting ${round} of these sites goes in on ${before.plantOut}: choose ${shifted(before.plantOut, 1)} or later.`;
}
