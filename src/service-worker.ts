/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/// <reference types="@sveltejs/kit" />
import { build, files, version } from '$service-worker';
import { Keeper } from '$lib/ui/offline/keeper';

/** Thin: what is kept for when there is no network, and how, is the keeper's. */
const worker = self as unknown as ServiceWorkerGlobalScope;
const keeper = new Keeper({
	caches,
	fetch: (request) => fetch(request),
	origin: location.origin,
	version,
	shell: [...build, ...files],
	now: Date.now,
	rest: (ms) => new Promise((done) => setTimeout(done, ms))
});

// a new build waits until no page of the old one is open
worker.addEventListener('install', (event) => event.waitUntil(keeper.install()));
worker.addEventListener('activate', (event) =>
	event.waitUntil(
		keeper
			.activate()
			.then(() => worker.clients.claim())
			.then(() => worker.clients.matchAll({ type: 'window' }))
			// the first page there is was answered before this was here
			.then((open) => Promise.all(open.map(({ url }) => keeper.seen(url).catch(() => undefined))))
	)
);
worker.addEventListener('fetch', (event) => {
	const what = keeper.answers(event.request);
	if (what === 'shell') event.respondWith(keeper.fromShell(event.request));
	else if (what !== null)
		event.respondWith(
			keeper.answer(event.request, (told) => {
				if (what !== 'data') return;
				void worker.clients.get(event.clientId).then((client) => client?.postMessage(told));
			})
		);
});
worker.addEventListener('message', (event) => {
	const { keep } = event.data as { keep?: string };
	if (keep) event.waitUntil(keeper.keep(keep, true));
});
