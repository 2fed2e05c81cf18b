import * as fake from 'fake-indexeddb';

/** Names a browser has its storage under. */
const NAMES = Object.keys(fake).filter((name) => /^(?:IDB|indexedDB)/.test(name));

/** In this block there is a device that keeps things; elsewhere tests have none. */
export function onADevice(): void {
	before(() => {
		for (const name of NAMES)
			Object.defineProperty(globalThis, name, {
				value: fake[name as keyof typeof fake],
				configurable: true
			});
	});
	after(() => {
		for (const name of NAMES) Reflect.deleteProperty(globalThis, name);
	});
}
