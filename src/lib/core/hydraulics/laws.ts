import type { CurveNumbers, Outlet } from '../network/types';
import { G } from '../quantity';
import { colebrook, frictionFactor } from './friction';

/**
 * How much water an element passes at a head difference: every law here is continuous and never falls,
 * which is what makes the network's balance the gradient of a convex potential, with one answer.
 * `flow` is in L/h at `h` metres, odd in h; `slope` is its derivative at the last call.
 */
export interface Law {
	flow(h: number): number;
	slope: number;
}

/** Under this head a law with an infinite slope at rest is replaced by a straight line. Far below any reading. */
const REST_M = 1e-10;
const LPH_PER_M3S = 3.6e6;

const edges = new Map<number, number>();
/** Friction factor where turbulence begins. A network has few bores and many links, so it is kept. */
function edgeOf(relative: number): number {
	let f = edges.get(relative);
	if (f === undefined) {
		if (edges.size > 500) edges.clear();
		edges.set(relative, (f = colebrook(4000, relative)));
	}
	return f;
}

/** A pipe with its fittings: Darcy–Weisbach turned round, exactly, to give flow from head. */
export class PipeLaw implements Law {
	slope = 0;
	private readonly toLph: number;
	/** L/d. */
	private readonly slender: number;
	/** ε/(3.7·d). */
	private readonly rough: number;
	private readonly relative: number;
	private readonly laminar: number;
	private readonly v2000: number;
	private readonly v4000: number;
	private readonly f4000: number;
	private readonly h4000: number;
	private readonly a2: number;
	private readonly b3: number;
	private lastX = 0;
	private lastV = 0;

	constructor(
		private readonly d: number,
		lengthM: number,
		roughnessM: number,
		private readonly k: number,
		private readonly nu: number
	) {
		this.toLph = (Math.PI / 4) * d * d * LPH_PER_M3S;
		this.slender = lengthM / d;
		this.relative = roughnessM / d;
		this.rough = this.relative / 3.7;
		this.laminar = (32 * nu * lengthM) / (G * d * d);
		this.v2000 = (2000 * nu) / d;
		this.v4000 = (4000 * nu) / d;
		this.f4000 = edgeOf(this.relative);
		const gradient = (this.f4000 - 0.032) / (this.v4000 - this.v2000);
		this.a2 = ((0.032 - gradient * this.v2000) * this.slender + k) / (2 * G);
		this.b3 = (gradient * this.slender) / (2 * G);
		this.h4000 = ((this.f4000 * this.slender + k) * this.v4000 ** 2) / (2 * G);
	}

	flow(h: number): number {
		const size = Math.abs(h);
		const v = size < REST_M && this.laminar === 0 ? this.resting(size) : this.speed(size);
		return h < 0 ? -v * this.toLph : v * this.toLph;
	}

	/** A length-less fitting at rest: the chord up to REST_M. */
	private resting(h: number): number {
		const v = Math.sqrt((2 * G * REST_M) / this.k);
		this.slope = (v / REST_M) * this.toLph;
		return (h / REST_M) * v;
	}

	private speed(h: number): number {
		if (this.slender === 0) {
			const v = Math.sqrt((2 * G * h) / this.k);
			this.slope = (G / (this.k * v)) * this.toLph;
			return v;
		}
		// h = laminar·v + K·v²/2g, written so that it does not cancel at small K
		const c = this.k / (2 * G);
		const v = (2 * h) / (this.laminar + Math.sqrt(this.laminar ** 2 + 4 * c * h));
		if (v <= this.v2000) {
			this.slope = this.toLph / (this.laminar + 2 * c * v);
			return v;
		}
		return h >= this.h4000 ? this.turbulent(h) : this.transitional(h);
	}

	/**
	 * Colebrook–White with the speed eliminated: for x = 1/√f and v = √(2gh/(L/(d·x²) + K)),
	 * x = −2·log10(ε/3.7d + c·√(L/d + K·x²)). Without fittings one evaluation is exact.
	 */
	private turbulent(h: number): number {
		const c = (2.51 * this.nu) / (this.d * Math.sqrt(2 * G * h));
		const log = 2 / Math.LN10;
		// the last answer is the best guess for the next: heads move little from step to step
		let x =
			this.k > 0 && this.lastX > 0
				? this.lastX
				: -log * Math.log(this.rough + c * Math.sqrt(this.slender));
		for (let step = 0; step < 30 && this.k > 0; step++) {
			const root = Math.sqrt(this.slender + this.k * x * x);
			const inside = this.rough + c * root;
			const move = (x + log * Math.log(inside)) / (1 + (log * c * this.k * x) / (root * inside));
			x -= move;
			// Newton squares what is left: the next step would move it by less than rounding
			if (Math.abs(move) <= 1e-7 * x) break;
		}
		this.lastX = x;
		const v = Math.sqrt((2 * G * h) / (this.slender / (x * x) + this.k));
		const b = (2.51 * this.nu) / (v * this.d);
		const inside = this.rough + b * x;
		const dx = (log * b * x) / (v * inside) / (1 + (log * b) / inside);
		const rise =
			((this.slender / (x * x) + this.k) * v) / G - (this.slender * v * v * dx) / (G * x * x * x);
		this.slope = this.toLph / rise;
		return v;
	}

	/** Between Re 2000 and 4000, f is linear in Re: h = (a + b·v)·v², bracketed and solved by Newton. */
	private transitional(h: number): number {
		const { a2, b3 } = this;
		let low = this.v2000;
		let high = this.v4000;
		let v = this.lastV > low && this.lastV < high ? this.lastV : (low + high) / 2;
		for (let step = 0; step < 60; step++) {
			const excess = (a2 + b3 * v) * v * v - h;
			if (excess > 0) high = v;
			else low = v;
			let next = v - excess / ((2 * a2 + 3 * b3 * v) * v);
			if (next <= low || next >= high) next = (low + high) / 2;
			const still = Math.abs(next - v) <= 1e-13 * v;
			v = next;
			if (still) break;
		}
		this.lastV = v;
		this.slope = this.toLph / ((2 * a2 + 3 * b3 * v) * v);
		return v;
	}

	/** Head lost, m, at a flow, L/h, of either sign. */
	headAt(flowLph: number): number {
		const v = Math.abs(flowLph) / this.toLph;
		const reynolds = (v * this.d) / this.nu;
		if (v === 0) return 0;
		const f = frictionFactor(reynolds, this.relative, this.f4000);
		return ((f * this.slender + this.k) * v * v) / (2 * G);
	}

	/** Flow at a speed in m/s. */
	flowAtSpeed(v: number): number {
		return v * this.toLph;
	}
}

/** q = qn·(h/hn)^x, a straight line below REST_M where the power law would be infinitely steep. */
export class PowerLaw implements Law {
	slope = 0;
	constructor(
		private readonly nominalFlow: number,
		private readonly nominalHead: number,
		private readonly exponent: number
	) {}

	flow(h: number): number {
		const size = Math.max(Math.abs(h), REST_M);
		const ratio = size / this.nominalHead;
		// most emitters are orifices, and a root is several times faster than a power
		const raised = this.exponent === 0.5 ? Math.sqrt(ratio) : ratio ** this.exponent;
		const q = this.nominalFlow * raised;
		if (size > REST_M) {
			this.slope = (q * this.exponent) / size;
			return h < 0 ? -q : q;
		}
		this.slope = q / REST_M;
		return (h / REST_M) * q;
	}
}

/** A pump as a lossy way out of a reservoir at its shut-off head: the loss is a·Q^b. */
export const pumpLaw = (curve: CurveNumbers): Law =>
	new PowerLaw(1, curve.coefficient, 1 / curve.exponent);

/** Turns a law into one that only lets water out. */
class OutOnly implements Law {
	slope = 0;
	constructor(private readonly law: Law) {}
	flow(h: number): number {
		if (h <= 0) {
			this.slope = 0;
			return 0;
		}
		const q = this.law.flow(h);
		this.slope = this.law.slope;
		return q;
	}
}

class CompensatingLaw implements Law {
	slope = 0;
	private readonly below: PowerLaw;
	private readonly above: PowerLaw;
	constructor(
		private readonly nominalFlow: number,
		private readonly minHead: number,
		private readonly maxHead: number
	) {
		this.below = new PowerLaw(nominalFlow, minHead, 0.5);
		this.above = new PowerLaw(nominalFlow, maxHead, 0.5);
	}
	flow(h: number): number {
		if (h >= this.minHead && h <= this.maxHead) {
			this.slope = 0;
			return this.nominalFlow;
		}
		const law = h < this.minHead ? this.below : this.above;
		const q = law.flow(h);
		this.slope = law.slope;
		return q;
	}
}

/** An outlet's law and the elevation its head is measured from. */
export function outletLaw(outlet: Outlet, elevationM: number, nu: number, roughnessM: number) {
	if (outlet.kind === 'orifice') {
		const law = new PowerLaw(outlet.nominalFlowLph, outlet.nominalHeadM, outlet.exponent);
		return { law: new OutOnly(law), atM: elevationM };
	}
	if (outlet.kind === 'compensating') {
		const law = new CompensatingLaw(outlet.nominalFlowLph, outlet.minHeadM, outlet.maxHeadM);
		return { law: new OutOnly(law), atM: elevationM };
	}
	// the open end adds one velocity head
	const d = outlet.innerDiameterMm / 1000;
	const law = new PipeLaw(d, outlet.lengthM, roughnessM, outlet.fittingsK + 1, nu);
	return { law: new OutOnly(law), atM: outlet.outletElevationM };
}
