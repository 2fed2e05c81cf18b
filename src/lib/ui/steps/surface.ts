import type { Component } from 'svelte';
import type { SystemModel } from '$lib/core/model';
import type { Frame } from '../drawing/frame';

/** What a step shows: its sheet, and what it makes of the board. */
export interface Surface {
	/** What is asked and told, beside the board. */
	sheet: Component;
	/** In place of the drawing. */
	board?: Component<{ width: number; height: number }>;
	/** Under the drawing, over the board's whole width. */
	under?: Component<{ width: number; tall: number }>;
	/** How high that would like to be, px; without, as high as a day. */
	underHigh?(model: SystemModel): number;
	/** Whether there is anything to show under it; without, there always is. */
	hasUnder?(model: SystemModel): boolean;
	/** Laid over the drawing. */
	over?: Component<{ frame: Frame }>;
}
