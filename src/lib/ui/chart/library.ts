import {
	BarController,
	BarElement,
	CategoryScale,
	Chart,
	Legend,
	LinearScale,
	LineController,
	LineElement,
	PointElement,
	Tooltip,
	type ChartConfiguration
} from 'chart.js';

// only what is drawn is taken along; this file is loaded when the first chart is shown
Chart.register(
	BarController,
	BarElement,
	CategoryScale,
	Legend,
	LinearScale,
	LineController,
	LineElement,
	PointElement,
	Tooltip
);

/** Draws a chart on a canvas. */
export const draw = (canvas: HTMLCanvasElement, config: ChartConfiguration): Chart =>
	new Chart(canvas, config);
