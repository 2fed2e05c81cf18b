<script lang="ts">
	import type { LampPart, OwnItem } from '$lib/core/shelf';
	import PickField from '../../control/PickField.svelte';
	import { intoView } from '../../control/into-view';
	import { crownOf } from '$lib/core/layout';
	import { hoursOf, lampPath, type Lamp } from '$lib/core/design';
	import Explain from '../../explain/Explain.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import TextField from '../../control/TextField.svelte';
	import OwnPart from '../../shelf/OwnPart.svelte';
	import { useSession } from '../../workspace/context';

	/** Lamps as things that hang: what they give, where, and for how long; and the light that makes. */
	const session = useSession();
	const lamps = $derived(session.design.lamps);
	const light = $derived(session.model.light);
	const sites = $derived(session.model.layout.sites.filter((site) => site.cropId));
	const told = $derived.by(() => {
		const list = sites.map((site) => light.bySite.get(site.id)!).filter(Boolean);
		if (list.length === 0) return null;
		const span = (of: (l: (typeof list)[number]) => number, digits: number) =>
			`${Math.min(...list.map(of)).toFixed(digits)} to ${Math.max(...list.map(of)).toFixed(digits)}`;
		return { ppfd: span((l) => l.ppfdUmol, 0), dli: span((l) => l.dliMol, 1) };
	});
	const watts = $derived(lamps.reduce((sum, lamp) => sum + lamp.watts, 0));

	let added = $state<string | null>(null);
	function hang(): void {
		const { extent } = session.model.layout;
		const taken = new Set(lamps.map((lamp) => lamp.id));
		let number = 1;
		while (taken.has(`lamp${number}`)) number += 1;
		const grown = session.model.grown.layout.sites.map((site) => crownOf(site).topM);
		const top = Math.max(0.3, ...grown);
		const roof = session.model.area.heightM - 0.1;
		const [{ ppfUmolS, spreadDeg, lengthM, watts }] = session.model.shelf.lamps as [LampPart];
		const lamp: Lamp = {
			id: `lamp${number}`,
			name: `Lamp ${number}`,
			xM: Math.round(50 * (extent.to.xM - extent.from.xM)) / 100,
			yM: Math.round(50 * (extent.to.yM - extent.from.yM)) / 100,
			heightM: Math.round(Math.max(top + 0.2, Math.min(roof, top + 0.45)) * 100) / 100,
			lengthM,
			ppfUmolS,
			spreadDeg,
			turnedDeg: 0,
			towardsDeg: 180,
			watts,
			socket: 1
		};
		added = lamp.id;
		opened[lamp.id] = true;
		session.press(
			[
				{ path: 'design.lamps', value: [...lamps, lamp] },
				{ path: `operation.lampHours.${lamp.id}`, value: 14 }
			],
			'a lamp hung'
		);
	}
	/** What a lamp of the shelf gives, each by the field of a lamp that hangs. */
	const FIGURES = ['ppfUmolS', 'spreadDeg', 'lengthM', 'watts'] as const;
	const likeOf = (lamp: Lamp): string =>
		session.model.shelf.lamps.find((like) => FIGURES.every((field) => like[field] === lamp[field]))
			?.id ?? '';
	const kindsFor = (lamp: Lamp) => [
		...(likeOf(lamp) === '' ? [{ id: '', name: 'as written below' }] : []),
		...session.model.shelf.lamps
	];
	/** The own lamp that is being described, and which lamp is to be one. */
	let open = $state<{ item: OwnItem; lamp: Lamp } | null>(null);
	const becomes = (lamp: Lamp, like: Pick<LampPart, (typeof FIGURES)[number]>) =>
		session.press(
			FIGURES.map((field) => ({ path: lampPath(lamp, field), value: like[field] })),
			'another lamp'
		);
	function pickLamp(lamp: Lamp, id: string): void {
		const like = session.model.shelf.lamps.find((one) => one.id === id);
		if (like) becomes(lamp, like);
	}
	function keep(item: OwnItem): void {
		session.shelf.put(item);
		if (open && item.kind === 'lamp') becomes(open.lamp, item);
		open = null;
	}
	const take = (id: string) =>
		session.press(
			[
				{ path: 'design.lamps', value: lamps.filter((lamp) => lamp.id !== id) },
				{ path: `operation.lampHours.${id}`, value: undefined }
			],
			'a lamp taken down'
		);
	/** Lamps whose fields are shown: they stay so while one is edited. */
	let opened = $state<Record<string, boolean>>({});
</script>

<h3>Lamps</h3>
{#each lamps as lamp (lamp.id)}
	<details bind:open={opened[lamp.id]} {@attach lamp.id === added && intoView}>
		<summary
			>{lamp.name}, {session.say(lamp.heightM, 'span')} up, {hoursOf(session.operation, lamp.id)} h</summary
		>
		<TextField label="Name" path={lampPath(lamp, 'name')} />
		<PickField
			label="Which lamp"
			path={lampPath(lamp, 'ppfUmolS')}
			chosen={likeOf(lamp)}
			options={kindsFor(lamp)}
			onpick={(id) => pickLamp(lamp, id)}
			other={{
				name: 'My own …',
				onpick: () => (open = { item: session.shelf.like('lamp', likeOf(lamp)), lamp })
			}}
		/>
		<NumberField label="Height over the floor" path={lampPath(lamp, 'heightM')} />
		<NumberField label="From the left" path={lampPath(lamp, 'xM')} />
		<NumberField label="From the front" path={lampPath(lamp, 'yM')} />
		<NumberField label="Length of the lamp" path={lampPath(lamp, 'lengthM')} />
		<NumberField label="Photon output" path={lampPath(lamp, 'ppfUmolS')} />
		<NumberField label="Spread of the light" path={lampPath(lamp, 'spreadDeg')} />
		<NumberField label="Turned from straight down" path={lampPath(lamp, 'turnedDeg')} />
		{#if lamp.turnedDeg > 0}<NumberField
				label="Turned towards, from the front to the right"
				path={lampPath(lamp, 'towardsDeg')}
			/>{/if}
		<NumberField label="Hours a day" path="operation.lampHours.{lamp.id}" />
		<NumberField label="Power" path={lampPath(lamp, 'watts')} />
		<NumberField label="On socket" path={lampPath(lamp, 'socket')} />
		<button class="quiet" onclick={() => take(lamp.id)}>Take it down</button>
	</details>
{/each}
<p><button class="button" onclick={hang}>Hang a lamp</button></p>
{#if open}
	<OwnPart
		item={open.item}
		shelf={session.model.shelf}
		units={session.units}
		onkeep={keep}
		onleave={() => (open = null)}
	/>
{/if}
{#if told}
	<dl>
		<dt>Light at the plants</dt>
		<dd>
			<Explain op="light-at-site" entry={light} title="Light at the plants">{told.ppfd}</Explain> µmol/m²s
		</dd>
		<dt>In a day</dt>
		<dd>
			<Explain op="light-at-site" entry={light} title="Light in a day">{told.dli}</Explain> mol/m²
		</dd>
		<dt>All lamps together</dt>
		<dd>{session.say(watts, 'power')}</dd>
	</dl>
	<p class="soft">
		{session.model.light.input.room
			? 'Straight from the lamps, and back from the walls,'
			: 'Straight from the lamps'} onto a level leaf where most of each plant’s leaf is; grown leaves
		take some away.
	</p>
{/if}

<style>
	details {
		border-top: 1px solid var(--hair);
		padding: 6px 0;
	}
	summary {
		cursor: pointer;
		font: 600 15px var(--head);
	}
	dl {
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 3px 10px;
		margin: 6px 0;
	}
	dd {
		margin: 0;
		font: 600 15px var(--head);
	}
</style>
