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

/** Of any type: compared type by type, the checking of it takes longer than that of any other file. */
const AnyChart: new (canvas: HTMLCanvasElement, config: never) => Chart = Chart;

/** Draws a chart on a canvas. */
export const draw = (canvas: HTMLCanvasElement, config: ChartConfiguration): Chart =>
	new AnyChart(canvas, config as never);
