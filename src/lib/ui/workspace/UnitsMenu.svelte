<script lang="ts">
	import { DropdownMenu } from 'bits-ui';
	import type { Units } from '$lib/core/quantity';
	import { useSession } from './context';

	const session = useSession();
	const SYSTEMS: { id: Units['system']; name: string }[] = [
		{ id: 'metric', name: 'metric' },
		{ id: 'us', name: 'US' }
	];
	const STRENGTHS: { id: Units['strength']; name: string }[] = [
		{ id: 'mscm', name: 'mS/cm' },
		{ id: 'ppm500', name: 'ppm, 500 scale' },
		{ id: 'ppm640', name: 'ppm, 640 scale' },
		{ id: 'ppm700', name: 'ppm, 700 scale' }
	];
	const name = <T extends { id: string; name: string }>(list: T[], id: string) =>
		list.find((item) => item.id === id)?.name ?? id;
	const set = (units: Units) => session.put('place.units', units, 'units');
</script>

<DropdownMenu.Root>
	<DropdownMenu.Trigger class="quiet" aria-label="Units">
		{name(SYSTEMS, session.units.system)}, {name(STRENGTHS, session.units.strength)}
	</DropdownMenu.Trigger>
	<DropdownMenu.Portal>
		<DropdownMenu.Content class="units-menu" align="end" sideOffset={6}>
			<DropdownMenu.RadioGroup
				value={session.units.system}
				onValueChange={(system) => set({ ...session.units, system: system as Units['system'] })}
			>
				<DropdownMenu.GroupHeading>Lengths and litres</DropdownMenu.GroupHeading>
				{#each SYSTEMS as item (item.id)}
					<DropdownMenu.RadioItem value={item.id}>{item.name}</DropdownMenu.RadioItem>
				{/each}
			</DropdownMenu.RadioGroup>
			<DropdownMenu.RadioGroup
				value={session.units.strength}
				onValueChange={(strength) =>
					set({ ...session.units, strength: strength as Units['strength'] })}
			>
				<DropdownMenu.GroupHeading>Strength</DropdownMenu.GroupHeading>
				{#each STRENGTHS as item (item.id)}
					<DropdownMenu.RadioItem value={item.id}>{item.name}</DropdownMenu.RadioItem>
				{/each}
			</DropdownMenu.RadioGroup>
		</DropdownMenu.Content>
	</DropdownMenu.Portal>
</DropdownMenu.Root>

<style>
	:global(.units-menu) {
		z-index: 30;
		background: var(--sheet);
		border: 1px solid var(--ink);
		border-radius: 3px;
		padding: 8px;
		min-width: 190px;
	}
	:global(.units-menu [role='menuitemradio']) {
		padding: 6px 10px;
		cursor: pointer;
		border-radius: 3px;
	}
	:global(.units-menu [data-highlighted]) {
		background: var(--ground);
	}
	:global(.units-menu [data-state='checked']) {
		font-weight: 650;
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	:global(.units-menu [data-menu-group-heading], .units-menu [data-dropdown-menu-group-heading]) {
		color: var(--soft);
		font-size: 13px;
		padding: 6px 10px 2px;
	}
</style>
