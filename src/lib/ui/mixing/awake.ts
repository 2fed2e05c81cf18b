/** Keeps the screen on while something is worked through; a device that cannot just dims. @returns how to let it go */
export function keepAwake(): () => void {
	let lock: WakeLockSentinel | null = null;
	let over = false;
	const hold = async () => {
		if (over || document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
		lock = await navigator.wakeLock.request('screen').catch(() => null);
		if (over) void lock?.release();
	};
	void hold();
	// the system lets go of it whenever the page is out of sight
	document.addEventListener('visibilitychange', hold);
	return () => {
		over = true;
		document.removeEventListener('visibilitychange', hold);
		void lock?.release();
	};
}
