<script lang="ts">
	import { capital } from '$lib/core/quantity';
	import { isAsked, kindOf, standPath } from '$lib/core/design';
	import type { FieldMeta } from '$lib/core/quantity';
	import { offeredParts } from '$lib/core/edit';
	import NumberField from '../control/NumberField.svelte';
	import PickField from '../control/PickField.svelte';
	import Toggle from '../control/Toggle.svelte';
	import { OWN_KIND } from '../shelf/own-words';
	import ShelfPick from '../shelf/ShelfPick.svelte';
	import LevelSlider from './LevelSlider.svelte';
	import { useSession } from '../workspace/context';

	/** The fields of a stand, as its variant lists them and its schema describes them. */
	interface Props {
		/** Which stand of the design. */
		stand: number;
		sheet: 'sites' | 'lines';
	}
	const { stand: index, sheet }: Props = $props();
	const session = useSession();
	const stand = $derived(session.design.stands[index]!);

	const fields = $derived.by(() => {
		const { schema, sheet: sheets } = kindOf(stand);
		const asked = sheets[sheet].filter((name) => isAsked(stand, name));
		return asked.map((name) => {
			const meta = (schema.shape[name]!.meta() ?? {}) as FieldMeta;
			const title = meta.title ?? name;
			return {
				...meta,
				path: standPath(stand, name),
				label: capital(title),
				options: optionsOf(meta)
			};
		});
	});

	function optionsOf(meta: FieldMeta): readonly { id: string; name: string }[] | null {
		const { options } = meta;
		if (options) return Object.entries(options).map(([id, name]) => ({ id, name }));
		return meta.shelf ? offeredParts(stand, meta, session.model.shelf) : null;
	}
</script>

{#each fields as { path, label, options, quantity, shelf } (path)}
	{#if path.endsWith('.leanMmPerM')}
		<LevelSlider {label} {path} />
	{:else if options && shelf && OWN_KIND[shelf]}
		<ShelfPick {label} {path} {options} kind={OWN_KIND[shelf]!} />
	{:else if options}
		<PickField {label} {path} {options} />
	{:else if quantity === undefined}
		<Toggle {label} {path} />
	{:else}
		<NumberField {label} {path} />
	{/if}
{/each}
