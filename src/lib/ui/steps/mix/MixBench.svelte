<script lang="ts">
	import { dosedBy } from '$lib/core/review';
	import { GUESS_OFF, rejectL, treatedWater, withSalt } from '$lib/core/design';
	import { mostOverAsked, watersOf } from '$lib/core/model';
	import { bestSalt, ELEMENT_NAME } from '$lib/core/nutrients';
	import { lowerFirst, names, sum } from '$lib/core/quantity';
	import { plainSalt, SALT_IDS, shortSalt } from '$lib/core/shelf';
	import { useSession } from '../../workspace/context';
	import { heapsOf, shortOf } from './bench';
	import ElementBars from './ElementBars.svelte';
	import Heaps from './Heaps.svelte';
	import TwoBottles from './TwoBottles.svelte';

	/** The bench: what goes in, and under it what that gives. */
	const { width, height }: { width: number; height: number } = $props();
	const session = useSession();
	const model = $derived(session.model);
	const mix = $derived(model.mix);
	const heaps = $derived(heapsOf(model));
	const bottles = $derived(model.bottles.made && model.bottles.stock);
	/** Heaps want room; on a phone they are pushed sideways, as the tape is. */
	const wide = $derived(Math.max(width, bottles ? 620 : 240 + 86 * heaps.length));
	const narrow = $derived(width < 560);
	const bench = $derived(Math.min(290, Math.max(204, height * 0.42)));
	const bars = $derived(narrow ? 246 : Math.max(180, Math.min(300, height - bench - 96)));
	const crops = $derived(
		names([...new Set(model.waterUse.crops.map(({ crop }) => lowerFirst(crop.plural)))], 3)
	);
	/** The salt that would mend most, as the mix is kept: it is no question for a drag. */
	const best = $derived.by(() => {
		const recipe = session.kept.mix.recipe;
		return recipe && bestSalt(recipe.input, SALT_IDS);
	});
	/** What stands furthest over what was asked, and what brings it. */
	const over = $derived.by(() => {
		const most = mostOverAsked(mix, model.parameters.mixing);
		if (!most) return null;
		const { by } = most;
		const what = typeof by === 'number' ? shortOf(mix.ingredients[by]!) : `the ${by}`;
		return { ...most, by: by === 'water' ? 'your water' : what };
	});
	const waters = $derived(watersOf(session.place, session.operation));
	/** What a guessed water leaves open, and what a membrane lets run. */
	const ofWater = $derived.by(() => {
		const said: string[] = [];
		const guessed = waters.filter(({ water }) => water.guessed);
		if (guessed.length > 0) {
			const { Ca } = mix.salts.result.elementsMgL;
			const off = sum(guessed.map(({ water, part }) => GUESS_OFF * part * treatedWater(water).Ca));
			said.push(
				`The water’s ions are guessed: calcium is ${Math.round(Ca - off)} to ${Math.round(Ca + off)} mg/L`
			);
		}
		const reject = sum(waters.map(({ water, part }) => rejectL(water, part * mix.litres)));
		if (reject > 0) said.push(`${session.say(reject, 'volume')} run to the drain for this fill`);
		for (const { name, available, availableDays } of mix.ingredients)
			if (available < 1)
				said.push(
					`${Math.round(100 * available)} % of ${lowerFirst(name)} is there at once, the rest within ${session.say(availableDays, 'days')}`
				);
		return said;
	});
	const add = () =>
		best &&
		session.set(
			'operation.mix.source',
			withSalt(session.operation.mix.source, best.salt),
			`${plainSalt(best.salt)} added`
		);
	const dosed = $derived(mix.phDose ? dosedBy(mix) : '');
</script>

{#if session.operation.mix.fish}
	<div class="refused">
		<h3>Nothing is dosed here</h3>
		<p>
			Fish feed this loop. Salts, acids, bases and peroxide harm them and the bacteria that turn
			what they leave into what plants take. Feed the fish, test ammonia and nitrite, and change a
			part of the water.
		</p>
	</div>
{:else}
	<div class="bench">
		{#if bottles}<TwoBottles width={wide} height={bench} {heaps} />{:else}<Heaps
				width={wide}
				height={bench}
				{heaps}
			/>{/if}
	</div>
	<p class="title">
		What the plants find, mg/L{crops ? `; the band is what ${crops} take` : ''}
	</p>
	<ElementBars {width} height={bars} {heaps} />
	<p class="legend">
		<span class="swatch" aria-hidden="true"></span> your water brings it
		{#if mix.phDose && Object.keys(mix.phDose.addsMgL).length > 0}
			<span class="swatch dosed" aria-hidden="true"></span>
			{dosed}
			{mix.phDose.secondMmolL > 0 ? 'bring' : 'brings'} it
		{/if}
		{#each ofWater as words (words)}<span class="note">{words}</span>{/each}
		{#if over}<span class="note"
				>{ELEMENT_NAME[over.element]} is {Math.round(100 * over.share)} % of what is asked: {lowerFirst(
					over.by
				)} brings most of it</span
			>{/if}
		{#if best}<span class="note"
				>{ELEMENT_NAME[best.element]} comes to {Math.round(best.fromPercent)} %; with {lowerFirst(
					shortSalt(best.salt)
				)} to {Math.round(best.toPercent)} %.
				<button class="quiet" onclick={add}>Add {lowerFirst(shortSalt(best.salt))}</button></span
			>{/if}
	</p>
{/if}

<style>
	.bench {
		overflow: auto hidden;
	}
	.title {
		font-weight: 650;
		font-size: 13px;
		padding: 8px 10px 0;
	}
	.legend {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px 8px;
		font-size: 13px;
		color: var(--soft);
		padding: 2px 10px 8px;
	}
	.note {
		margin-left: 14px;
	}
	.note::first-letter {
		text-transform: uppercase;
	}
	.swatch {
		width: 14px;
		height: 10px;
		border: 1px solid var(--supply);
		background: repeating-linear-gradient(135deg, var(--water) 0 3px, var(--supply) 3px 4px);
	}
	.swatch.dosed {
		background: var(--caution);
		border-color: var(--caution);
	}
	.refused {
		max-width: 52ch;
		padding: 60px 30px;
	}
	.refused p {
		margin-top: 8px;
	}
</style>
