import type { CurveNumbers, Outlet } from './network-schema';
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

/** What a pipe's law takes from its bore alone: a network has few bores and many links. */
interface Bore {
	d: number;
	roughnessM: number;
	nu: number;
	toLph: number;
	/** ε/(3.7·d). */
	rough: number;
	relative: number;
	/** Laminar head over velocity for each unit of L/d. */
	laminar: number;
	v2000: number;
	v4000: number;
	f4000: number;
	/** How fast f rises with velocity between Re 2000 and 4000. */
	gradient: number;
}

/** What a bore's laws rest on, worked out once for each bore, m, and roughness, m, that is asked for. */
export function bores(nu: number): (d: number, roughnessM: number) => Bore {
	const known: Bore[] = [];
	return (d, roughnessM) => {
		const before = known.find((b) => b.d === d && b.roughnessM === roughnessM);
		if (before) return before;
		const relative = roughnessM / d;
		const [v2000, v4000] = [(2000 * nu) / d, (4000 * nu) / d];
		const f4000 = colebrook(4000, relative);
		const bore = {
			...{ d, roughnessM, nu, relative, v2000, v4000, f4000 },
			toLph: (Math.PI / 4) * d * d * LPH_PER_M3S,
			rough: relative / 3.7,
			laminar: (32 * nu) / (G * d),
			gradient: (f4000 - 0.032) / (v4000 - v2000)
		};
		known.push(bore);
		return bore;
	};
}

/** A pipe with its fittings: Darcy–Weisbach turned round, exactly, to give flow from head. */
export class PipeLaw implements Law {
	slope = 0;
	/** L/d. */
	private readonly slender: number;

	constructor(
		private readonly bore: Bore,
		lengthM: number,
		private readonly k: number
	) {
		// under a billionth of its bore a tube has no length: its friction is far below rounding
		this.slender = lengthM < 1e-9 * bore.d ? 0 : lengthM / bore.d;
	}

	flow(h: number): number {
		const size = Math.abs(h);
		const v = size < REST_M && this.slender === 0 ? this.resting(size) : this.speed(size);
		return h < 0 ? -v * this.bore.toLph : v * this.bore.toLph;
	}

	/** A length-less fitting at rest: the chord up to REST_M. */
	private resting(h: number): number {
		const v = Math.sqrt((2 * G * REST_M) / this.k);
		this.slope = (v / REST_M) * this.bore.toLph;
		return (h / REST_M) * v;
	}

	private speed(h: number): number {
		const { slender, k, bore } = this;
		if (slender === 0) {
			const v = Math.sqrt((2 * G * h) / k);
			this.slope = (G / (k * v)) * bore.toLph;
			return v;
		}
		// h = laminar·v + K·v²/2g, written so that it does not cancel at small K
		const laminar = bore.laminar * slender;
		const c = k / (2 * G);
		const v = (2 * h) / (laminar + Math.sqrt(laminar * laminar + 4 * c * h));
		if (v <= bore.v2000) {
			this.slope = bore.toLph / (laminar + 2 * c * v);
			return v;
		}
		const h4000 = ((bore.f4000 * slender + k) * bore.v4000 * bore.v4000) / (2 * G);
		return h >= h4000 ? this.turbulent(h) : this.transitional(h);
	}

	/**
	 * Colebrook–White with the speed eliminated: for x = 1/√f and v = √(2gh/(L/(d·x²) + K)),
	 * x = −2·log10(ε/3.7d + c·√(L/d + K·x²)). Without fittings one evaluation is exact.
	 */
	private turbulent(h: number): number {
		const { slender, k, bore } = this;
		const { d, nu, rough } = bore;
		const c = (2.51 * nu) / (d * Math.sqrt(2 * G * h));
		const log = 2 / Math.LN10;
		// exact without fittings; with them near enough for two or three steps
		let x = -log * Math.log(rough + c * Math.sqrt(slender));
		for (let step = 0; step < 30 && k > 0; step++) {
			const root = Math.sqrt(slender + k * x * x);
			const inside = rough + c * root;
			const move = (x + log * Math.log(inside)) / (1 + (log * c * k * x) / (root * inside));
			x -= move;
			// it is nearly straight and Newton squares what is left: the next step would be under 1e-10
			if (Math.abs(move) <= 1e-5 * x) break;
		}
		const v = Math.sqrt((2 * G * h) / (slender / (x * x) + k));
		const b = (2.51 * nu) / (v * d);
		const inside = rough + b * x;
		const dx = (log * b * x) / (v * inside) / (1 + (log * b) / inside);
		const rise = ((slender / (x * x) + k) * v) / G - (slender * v * v * dx) / (G * x * x * x);
		this.slope = bore.toLph / rise;
		return v;
	}

	/** Between Re 2000 and 4000, f is linear in Re: h = (a + b·v)·v², bracketed and solved by Newton. */
	private transitional(h: number): number {
		const { slender, k, bore } = this;
		const a = ((0.032 - bore.gradient * bore.v2000) * slender + k) / (2 * G);
		const b = (bore.gradient * slender) / (2 * G);
		let low = bore.v2000;
		let high = bore.v4000;
		let v = (low + high) / 2;
		for (let step = 0; step < 60; step++) {
			const excess = (a + b * v) * v * v - h;
			if (excess > 0) high = v;
			else low = v;
			let next = v - excess / ((2 * a + 3 * b * v) * v);
			if (next <= low || next >= high) next = (low + high) / 2;
			const still = Math.abs(next - v) <= 1e-13 * v;
			v = next;
			if (still) break;
		}
		this.slope = bore.toLph / ((2 * a + 3 * b * v) * v);
		return v;
	}

	/** Head lost, m, at a flow, L/h, of either sign. */
	headAt(flowLph: number): number {
		const { bore } = this;
		const v = Math.abs(flowLph) / bore.toLph;
		const reynolds = (v * bore.d) / bore.nu;
		if (v === 0) return 0;
		const f = frictionFactor(reynolds, bore.relative, bore.f4000);
		return ((f * this.slender + this.k) * v * v) / (2 * G);
	}

	/** Flow at a speed in m/s. */
	flowAtSpeed(v: number): number {
		return v * this.bore.toLph;
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

/** Another law's flow, so many times. */
class Times implements Law {
	slope = 0;
	constructor(
		private readonly law: Law,
		private readonly share: number
	) {}
	flow(h: number): number {
		const q = this.share * this.law.flow(h);
		this.slope = this.share * this.law.slope;
		return q;
	}
}

/** An outlet's law, from its head over `outletAtM`. One law does for all outlets alike: it is asked one at a time. */
export function outletLaw(
	outlet: Outlet,
	boreOf: ReturnType<typeof bores>,
	roughnessM: number
): Law {
	const law = wholeLaw(outlet, boreOf, roughnessM);
	const { passes = 1 } = outlet;
	return passes === 1 ? law : new Times(law, passes);
}

function wholeLaw(outlet: Outlet, boreOf: ReturnType<typeof bores>, roughnessM: number): Law {
	if (outlet.kind === 'orifice')
		return new OutOnly(new PowerLaw(outlet.nominalFlowLph, outlet.nominalHeadM, outlet.exponent));
	if (outlet.kind === 'compensating')
		return new OutOnly(
			new CompensatingLaw(outlet.nominalFlowLph, outlet.minHeadM, outlet.maxHeadM)
		);
	// the open end adds one velocity head
	const bore = boreOf(outlet.innerDiameterMm / 1000, roughnessM);
	return new OutOnly(new PipeLaw(bore, outlet.lengthM, outlet.fittingsK + 1));
}

/** The elevation an outlet's head is measured from: its own, or that of the end of its tube. */
export const outletAtM = (outlet: Outlet, elevationM: number): number =>
	outlet.kind === 'tube' ? outlet.outletElevationM : elevationM;
