import { requestId } from './http';

/** This device, as others are told of it. */
export interface Device {
	id: string;
	name: string;
}

const KEY = 'crelbo.device';

/** What a browser runs on, as a grower would call it. */
export const deviceName = (agent: string): string =>
	/iPad|Tablet/i.test(agent) ? 'tablet' : /Mobi|Android|iPhone/i.test(agent) ? 'phone' : 'computer';

let known: Device | undefined;
/** This device; where the browser keeps nothing, another one each time the page is opened. */
export function thisDevice(): Device {
	if (known) return known;
	let id = requestId();
	try {
		id = localStorage.getItem(KEY) ?? id;
		localStorage.setItem(KEY, id);
	} catch {
		// then it is known by this name as long as the page is open
	}
	known = { id, name: deviceName(typeof navigator === 'undefined' ? '' : navigator.userAgent) };
	return known;
}
