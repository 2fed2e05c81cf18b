import { idIn } from '../sync/task';

/** What this device keeps of the system of a lane is no longer what the server has. */
export function keepAnew(lane: string): void {
	if (typeof navigator === 'undefined' || !('serviceWorker' in navigator)) return;
	navigator.serviceWorker.controller?.postMessage({ keep: idIn(lane) });
}
