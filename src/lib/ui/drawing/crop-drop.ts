import type { Action } from 'svelte/action';
import type { Session } from '../workspace/session.svelte';

/** What a crop that is dragged carries. */
export const CROP_TYPE = 'application/x-crelbo-crop';

interface Target {
	session: Session;
	siteIds: readonly string[];
	name: string;
}

/** Takes a crop dropped on a container or a site: it is planted there, one undo step. */
export const cropDrop: Action<SVGElement, Target> = (node, first) => {
	let target = first;
	const carries = (event: DragEvent) => event.dataTransfer?.types.includes(CROP_TYPE) ?? false;
	const over = (event: DragEvent) => {
		if (!carries(event)) return;
		event.preventDefault();
		node.classList.add('over');
	};
	const leave = () => node.classList.remove('over');
	const drop = (event: DragEvent) => {
		leave();
		const cropId = event.dataTransfer?.getData(CROP_TYPE);
		if (!cropId) return;
		event.preventDefault();
		event.stopPropagation();
		target.session.plant(target.siteIds, cropId, `planted ${target.name}`);
	};
	node.addEventListener('dragover', over);
	node.addEventListener('dragleave', leave);
	node.addEventListener('drop', drop);
	return {
		update: (next) => {
			target = next;
		},
		destroy: () => {
			node.removeEventListener('dragover', over);
			node.removeEventListener('dragleave', leave);
			node.removeEventListener('drop', drop);
		}
	};
};
