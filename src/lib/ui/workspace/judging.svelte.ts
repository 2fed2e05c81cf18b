import type { Verdict } from '$lib/core/operations';
import type { SystemModel } from '$lib/core/model';
import { STEPS, type Finding, type Fix } from '$lib/core/review';
import type { ShelfItem } from '$lib/core/shelf';
import { Stopped } from '$lib/workers';
import { apart, fixesBeside, verdictBeside, verdictNow } from './proving';

/** Which finding it is. */
const aboutOf = ({ code, subject, state }: Finding): string => [code, subject, state].join('|');

/** What is judged: the system as it is shown, as it is kept, and what the place added to the shelf. */
interface Judged {
	readonly model: SystemModel;
	readonly kept: SystemModel;
	readonly shelf: { readonly own: readonly ShelfItem[] };
}

const NOTHING_YET: Verdict = {
	findings: [],
	steps: STEPS.map((step) => ({ step, state: 'open', headline: '' })),
	failed: []
};

/**
 * What is said of the system on the screen. It is worked out beside the page and comes after the drawing: until it
 * is there `waiting` says so, and what was said before is of another system. The newest is the only one that counts.
 */
export class Judging {
	/** The last verdict that came, and of what. */
	private last = $state.raw(null as { of: SystemModel; told: Verdict } | null);
	/** The fixes that were tried and hold, and of what. */
	private proven = $state.raw(
		null as { of: SystemModel; about: string; fixes: readonly Fix[] } | null
	);
	/** Place in the list of the finding that is shown, and which it is. */
	private at = $state(0);
	private about: string | null = null;
	/** What is being tried; another system has no use for it. */
	private trying = new AbortController();

	/** @param impossible hears of a system that cannot be worked out */
	constructor(
		private readonly of: Judged,
		private readonly impossible: (model: SystemModel, fault: unknown) => void
	) {}

	/** The verdict on what is shown, or the last one while it is on its way. */
	private readonly verdict = $derived.by((): Verdict => {
		if (!apart()) return verdictNow(this.of.model);
		return this.last?.told ?? NOTHING_YET;
	});
	/** What is shown is not judged yet: what is said is of what was shown before. */
	readonly waiting = $derived.by(() => apart() && this.last?.of !== this.of.model);
	/** There is a verdict, if not of what is shown now. */
	readonly known = $derived.by(() => !apart() || this.last !== null);
	readonly findings = $derived(this.verdict.findings);
	readonly steps = $derived(this.verdict.steps);
	/** Names of the rules that could not judge. */
	readonly failed = $derived(this.verdict.failed);

	/** Place of the finding that is shown. */
	get shown(): number {
		return Math.min(this.at, Math.max(0, this.findings.length - 1));
	}
	set shown(at: number) {
		this.at = at;
		const finding = this.findings[at];
		// first in the list is whatever is the most urgent
		this.about = at > 0 && finding ? aboutOf(finding) : null;
	}
	get finding(): Finding | undefined {
		return this.findings[this.shown];
	}

	/** Another system is shown: it is judged, and nobody waits any more for what was asked of the one before. */
	follow(model: SystemModel): void {
		this.trying.abort();
		if (!apart()) return;
		verdictBeside(model, this.of.shelf.own).then(
			(told) => {
				if (this.of.model !== model) return;
				this.last = { of: model, told };
				this.stay(told.findings);
			},
			(fault: unknown) => {
				if (!(fault instanceof Stopped) && this.of.model === model) this.onTheSpot(model);
			}
		);
	}

	/** The worker gave no answer: it may have broken, or the system cannot be worked out. */
	private onTheSpot(model: SystemModel): void {
		try {
			this.last = { of: model, told: verdictNow(model) };
		} catch (fault) {
			this.impossible(model, fault);
			if (this.of.model !== model) return;
			this.last = { of: model, told: { ...NOTHING_YET, failed: ['all of it'] } };
		}
	}

	/** The finding that was looked at is shown wherever it stands now; where it is gone, what took its place. */
	private stay(findings: readonly Finding[]): void {
		const at = findings.findIndex((finding) => aboutOf(finding) === this.about);
		this.shown = at >= 0 ? at : this.shown;
	}

	/** Tries the fixes of a finding; those that hold are shown when they are known. */
	async prove(finding: Finding): Promise<void> {
		const of = this.of.kept;
		this.trying.abort();
		const { signal } = (this.trying = new AbortController());
		const fixes = await fixesBeside(of, this.of.shelf.own, finding, signal).catch((fault) =>
			fault instanceof Stopped ? null : []
		);
		// a newer question took its place
		if (!fixes || of !== this.of.kept) return;
		this.proven = { of, about: aboutOf(finding), fixes };
	}

	/** The fixes of this finding that were tried and hold for what is kept; null: they are being tried. */
	fixesOf(finding: Finding): readonly Fix[] | null {
		const { proven } = this;
		if (this.waiting || !proven || proven.of !== this.of.kept) return null;
		return proven.about === aboutOf(finding) ? proven.fixes : null;
	}
}
