import type { Parts } from '$lib/core/design';
import { refuse } from '$lib/core/quantity';
import { Overload, poolForSaves, TaskFault } from './pool';

/**
 * Tries a system before it is kept: what cannot be worked out is refused in words. One that only takes longer
 * than a server waits is let through; its page works it out in the browser.
 *
 * @throws InvalidInput
 */
export async function refuseUndrawn(parts: Parts): Promise<void> {
	try {
		await poolForSaves().run('prove', parts);
	} catch (fault) {
		if (fault instanceof Overload && fault.code === 'too-long') return;
		if (!(fault instanceof TaskFault)) throw fault;
		console.error(fault.message);
		throw refuse(
			'design',
			'Crelbo cannot draw a system with these figures; it stays as it was. Check the last one for its unit.'
		);
	}
}
