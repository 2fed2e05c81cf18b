<script lang="ts">
	const home = '/';
</script>

<a href={home} aria-label="Crelbo, your places">Crelbo</a>

<style>
	a {
		font: 700 20px/1 var(--head);
		text-decoration: none;
		letter-spacing: -0.01em;
	}
</style>
