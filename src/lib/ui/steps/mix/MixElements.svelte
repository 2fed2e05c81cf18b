<script lang="ts">
	import { ELEMENT_NAME, LIMITED, NUTRIENTS, type Nutrient } from '$lib/core/nutrients';
	import type { Parameter } from '$lib/core/quantity';
	import TypedNumber from '../../control/TypedNumber.svelte';
	import { useSession } from '../../workspace/context';

	/** What the mix holds of each element, what it should, and what it must not pass. */
	const session = useSession();
	const mix = $derived(session.model.mix);
	const solution = $derived(mix.salts.result);
	const practice = $derived(session.model.parameters);
	const limits: Record<string, Parameter | undefined> = $derived(practice.limits);
	const targets: Record<string, Parameter | undefined> = $derived(practice.traceTargets);
	const range = ({ value, low, high }: Parameter) => `${value} (${low} to ${high})`;
	const ammonium = $derived(
		solution.elementsMgL.N > 0
			? Math.round((100 * solution.elementsMgL.NH4N) / solution.elementsMgL.N)
			: 0
	);
	/** Macro elements, then iron and the traces. */
	const WANTED = [NUTRIENTS.slice(0, 6), NUTRIENTS.slice(6)];
	const usual = (e: Nutrient): string => {
		const macro = mix.fruiting ? practice.fruitTargets : practice.leafTargets;
		const of = e in macro ? macro[e as keyof typeof macro] : targets[e];
		return String(of?.value ?? '');
	};
	const at = (e: Nutrient) => `operation.mix.profile.${e}`;
	const mgL = (value: number) => value.toFixed(value < 0.995 ? 2 : value < 9.95 ? 1 : 0);
</script>

{#each WANTED as elements, i (i)}
	<table>
		<caption class="visually-hidden"
			>{i === 0 ? 'Elements' : 'Iron and trace elements'}, mg/L</caption
		>
		<thead
			><tr
				><td></td>{#each elements as e (e)}<th scope="col">{e}</th>{/each}</tr
			></thead
		>
		<tbody>
			<tr
				><th scope="row">holds</th>{#each elements as e (e)}<td
						class:short={solution.elementsMgL[e] < mix.targetsMgL[e] / 2}
						>{mgL(solution.elementsMgL[e])}</td
					>{/each}</tr
			>
			<tr class="wanted"
				><th scope="row">wanted</th>{#each elements as e (e)}<td>{mgL(mix.targetsMgL[e])}</td
					>{/each}</tr
			>
			{#if elements.some((e) => limits[e])}
				<tr class="wanted"
					><th scope="row">at most</th>{#each elements as e (e)}<td>{limits[e]?.value ?? ''}</td
						>{/each}</tr
				>
			{/if}
		</tbody>
	</table>
{/each}
<p class="soft small">mg/L, with what your water brings</p>
<p class="soft">
	Sodium {mgL(solution.elementsMgL.Na)} of {practice.limits.Na.value} at most, chloride {mgL(
		solution.elementsMgL.Cl
	)} of {practice.limits.Cl.value}; {ammonium} % of the nitrogen is ammonium, {Math.round(
		100 * practice.mixing.ammoniumShare.value
	)} % at most.
</p>
<details>
	<summary>Targets of my own</summary>
	<p class="soft">
		mg/L at {session.say(practice.mixing.fullMsCm.value, 'strength')}, in proportion for other
		strengths; empty: the usual.
	</p>
	{#each NUTRIENTS as e (e)}
		<TypedNumber
			label={ELEMENT_NAME[e] ?? e}
			of="concentration"
			units={session.units}
			{...session.bounds(at(e))!}
			empty={usual(e)}
			value={session.operation.mix.profile[e] ?? null}
			onvalue={(mgL) => session.set(at(e), mgL ?? undefined, `target for ${ELEMENT_NAME[e]}`)}
		/>
	{/each}
</details>
<details>
	<summary>Where targets and limits come from</summary>
	<p class="soft">
		Common practice, each with its range; targets in mg/L for a strength of {session.say(
			practice.mixing.fullMsCm.value,
			'strength'
		)}, in proportion for others.
	</p>
	<ul>
		{#each LIMITED as e (e)}
			{@const target = targets[e]}
			<li>
				{ELEMENT_NAME[e]}: {target ? `${range(target)}, ` : ''}at most {range(practice.limits[e])}
			</li>
		{/each}
	</ul>
</details>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		margin-top: 10px;
		table-layout: fixed;
	}
	th {
		font: 400 13px var(--text);
		color: var(--soft);
		text-align: right;
	}
	th[scope='row'] {
		text-align: left;
	}
	td {
		text-align: right;
		font-weight: 600;
	}
	.wanted td {
		font-weight: 400;
		color: var(--soft);
	}
	.short {
		color: var(--dry);
		text-decoration: underline dotted;
	}
	.small {
		font-size: 13px;
		text-align: right;
	}
	details ul {
		margin: 4px 0 8px;
		padding-left: 18px;
	}
	summary {
		cursor: pointer;
		padding: 4px 0;
	}
</style>
