/** The theme as it shows: chosen in this browser, else the system's. */
export function currentTheme(): 'light' | 'dark' {
	const chosen = document.documentElement.dataset.theme;
	if (chosen === 'dark' || chosen === 'light') return chosen;
	return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

export function switchTheme(): void {
	const next = currentTheme() === 'dark' ? 'light' : 'dark';
	document.documentElement.dataset.theme = next;
	try {
		localStorage.setItem('theme', next);
	} catch {
		// without storage it lasts as long as the page
	}
}
