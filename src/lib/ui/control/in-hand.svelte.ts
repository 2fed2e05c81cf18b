import { tick } from 'svelte';

/**
 * The text of a field while somebody is in it. What was typed stands until the field is left; what changes
 * meanwhile from outside waits, and is said.
 */
export class InHand {
	/** What was typed, and not yet taken. */
	draft = $state<string | null>(null);
	#entered = $state<string | null>(null);
	#inside = false;

	/** @param outside what the document says, as the field writes it */
	constructor(private readonly outside: () => string) {}

	get text(): string {
		return this.draft ?? this.#entered ?? this.outside();
	}
	/** What the document came to say while somebody was in the field. */
	get waiting(): string | null {
		const now = this.outside();
		return this.#entered === null || now === this.#entered ? null : now;
	}
	enter(): void {
		this.#inside = true;
		this.#entered = this.outside();
	}
	/** @param refused what was typed could not be taken, and stands */
	leave(refused: boolean): void {
		this.#inside = false;
		if (!refused) this.draft = this.#entered = null;
	}
	/** What was typed was taken: the document's text is now this field's own, whoever stays in it. */
	taken(): void {
		this.#entered = null;
		void tick().then(() => this.#inside && this.enter());
	}
}
