/** What the meter in the tank shows. */
export interface Shown {
	at: string;
	litres: number | null;
	msCm: number | null;
	ph: number | null;
	waterC: number | null;
}

/** A meter listened to: readings as they come, and what is said where none come. */
export class LiveMeter {
	/** Its name; null: none stands in this tank; undefined: not asked yet. */
	name = $state<string | null | undefined>(undefined);
	shown = $state.raw<Shown | null>(null);
	live = $state(false);
	problem = $state<string | null>(null);
	private source: EventSource | null = null;

	constructor(private readonly systemId: string) {}

	private get address(): string {
		return `/api/designs/${this.systemId}/meter`;
	}

	/** Asks once. */
	async poll(): Promise<void> {
		const response = await fetch(this.address).catch(() => null);
		if (!response?.ok) {
			this.problem = 'The meter cannot be reached just now.';
			return;
		}
		const { meter, reading } = (await response.json()) as {
			meter: { name: string } | null;
			reading: Shown | null;
		};
		this.name = meter?.name ?? null;
		this.shown = reading;
		this.problem = null;
	}

	/** Listens until `stop`. */
	listen(): void {
		this.stop();
		this.live = true;
		this.source = new EventSource(`${this.address}/stream`);
		this.source.onmessage = (event: MessageEvent<string>) => {
			this.shown = JSON.parse(event.data) as Shown;
			this.problem = null;
		};
		this.source.onerror = () => (this.problem = 'The meter is silent; it is asked again.');
	}

	stop(): void {
		this.live = false;
		this.source?.close();
		this.source = null;
	}
}
