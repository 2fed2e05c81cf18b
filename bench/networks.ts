import type { NetworkInput, NetworkLink, NetworkNode, Outlet } from '../src/lib/core/hydraulics';

/** A small seeded generator (mulberry32): the same networks on every machine. */
export function seeded(seed: number): () => number {
	let state = seed >>> 0;
	return () => {
		state = (state + 0x6d2b79f5) >>> 0;
		let t = Math.imul(state ^ (state >>> 15), 1 | state);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}

const pipe = (
	id: string,
	from: string,
	to: string,
	innerDiameterMm: number,
	lengthM: number
): NetworkLink => ({
	id,
	from,
	to,
	innerDiameterMm,
	lengthM,
	roughnessMm: 0.0015,
	fittingsK: 0.4,
	open: true
});

/** Rows of 20 orifice outlets on one header, as a long bench would have them. */
export function rowsOnHeader(outlets: number): NetworkInput {
	const nodes: NetworkNode[] = [{ id: 'pump', elevationM: 0.1 }];
	const links: NetworkLink[] = [];
	const rows = Math.ceil(outlets / 20);
	let left = outlets;
	for (let r = 0; r < rows; r++) {
		nodes.push({ id: `h${r}`, elevationM: 0.9 });
		links.push(pipe(`h${r}`, r === 0 ? 'pump' : `h${r - 1}`, `h${r}`, 200, 0.6));
		for (let i = 0; i < Math.min(20, left); i++) {
			const outlet: Outlet = {
				kind: 'orifice',
				nominalFlowLph: 12,
				nominalHeadM: 3,
				exponent: 0.5
			};
			nodes.push({ id: `o${r}.${i}`, elevationM: 0.9 + 0.006 * i, outlet });
			links.push(pipe(`l${r}.${i}`, i === 0 ? `h${r}` : `o${r}.${i - 1}`, `o${r}.${i}`, 16, 0.4));
		}
		left -= 20;
	}
	const curve = { shutOffHeadM: 3.2, coefficient: 3.2 / (outlets * 20) ** 2, exponent: 2 };
	const source = { kind: 'pump' as const, nodeId: 'pump', waterLevelM: 0.3, curve, speed: 1 };
	return { temperatureC: 20, source, nodes, links };
}

function randomOutlet(random: () => number, elevationM: number): Outlet {
	const pick = random();
	if (pick < 0.5)
		return {
			kind: 'orifice',
			nominalFlowLph: 2 + 40 * random(),
			nominalHeadM: 1 + 9 * random(),
			exponent: 0.1 + 0.9 * random()
		};
	if (pick < 0.7)
		return {
			kind: 'compensating',
			nominalFlowLph: 2 + 6 * random(),
			minHeadM: 0.3 + 3 * random(),
			maxHeadM: 35
		};
	return {
		kind: 'tube',
		innerDiameterMm: 3 + 6 * random(),
		lengthM: random() < 0.1 ? 0 : 0.1 + random(),
		outletElevationM: elevationM + random() - 0.4,
		fittingsK: 0.5
	};
}

/** Rings, shut links, dry outlets, lengthless fittings, starved pumps and gravity tanks. */
export function randomNetwork(random: () => number): NetworkInput {
	const count = 2 + Math.floor(random() * 60);
	const nodes: NetworkNode[] = [];
	const links: NetworkLink[] = [];
	for (let i = 0; i < count; i++) {
		const elevationM = 2.5 * random();
		const outlet = i > 0 && random() < 0.6 ? randomOutlet(random, elevationM) : undefined;
		nodes.push({ id: `n${i}`, elevationM, ...(outlet && { outlet }) });
	}
	nodes[count - 1]!.outlet ??= randomOutlet(random, nodes[count - 1]!.elevationM);
	const join = (a: number, b: number) =>
		links.push({
			id: `l${links.length}`,
			from: `n${a}`,
			to: `n${b}`,
			innerDiameterMm: [4, 6, 9.5, 13, 16, 19, 25, 100][Math.floor(random() * 8)]!,
			lengthM: random() < 0.15 ? 0 : 10 ** (-2 + 3 * random()),
			roughnessMm: random() < 0.2 ? 0.1 : 0.0015,
			fittingsK: random() < 0.4 ? 0 : 5 * random(),
			open: random() > 0.08
		});
	for (let i = 1; i < count; i++) join(i, Math.floor(random() * i));
	for (let extra = Math.floor((random() * count) / 2); extra > 0; extra--) {
		const a = Math.floor(random() * count);
		const b = Math.floor(random() * count);
		if (a !== b) join(a, b);
	}
	const waterLevelM = 2 * random();
	const exponent = 1 + 2 * random();
	const shutOffHeadM = 10 ** (-1 + 2 * random());
	const curve = {
		shutOffHeadM,
		coefficient: shutOffHeadM / (20 + 3000 * random()) ** exponent,
		exponent
	};
	const pumped = random() < 0.7;
	return {
		temperatureC: 5 + 30 * random(),
		source: pumped
			? { kind: 'pump', nodeId: 'n0', waterLevelM, curve, speed: 0.1 + 0.9 * random() }
			: { kind: 'tank', nodeId: 'n0', waterLevelM },
		nodes,
		links
	};
}
