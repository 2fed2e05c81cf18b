<script lang="ts">
	/** Hatches of the drawing: grains of medium, what is dry, earth under the floor. */
</script>

<defs>
	<pattern id="grains" width="7" height="7" patternUnits="userSpaceOnUse">
		<circle cx="1.6" cy="2" r="0.9" class="grain" />
		<circle cx="5" cy="5.4" r="0.9" class="grain" />
	</pattern>
	<pattern
		id="dry-hatch"
		width="6"
		height="6"
		patternUnits="userSpaceOnUse"
		patternTransform="rotate(45)"
	>
		<line x1="0" y1="0" x2="0" y2="6" class="hatch" />
	</pattern>
	<pattern
		id="ground"
		width="9"
		height="9"
		patternUnits="userSpaceOnUse"
		patternTransform="rotate(45)"
	>
		<line x1="0" y1="0" x2="0" y2="9" class="earth" />
	</pattern>
</defs>

<style>
	:global(.grain) {
		fill: var(--medium);
	}
	:global(.hatch) {
		stroke: var(--dry);
		stroke-width: 1.6;
	}
	:global(.earth) {
		stroke: var(--hair);
		stroke-width: 2;
	}
</style>
