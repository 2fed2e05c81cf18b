import type { Operation } from '../design';
import { pick, type ShelfLists } from '../shelf';
import type { Site } from './types';

/** Ways to plant many sites at once. */
export const PLANT_RULES = {
	alternate: 'one after the other',
	rows: 'a kind to each row or tower',
	rings: 'in bands, ring by ring',
	low: 'heavy drinkers low',
	outside: 'trailing ones outside'
} as const;
export type PlantRule = keyof typeof PLANT_RULES;

/** In the order of the drawing: row by row, ring by ring. */
const inOrder = (a: Site, b: Site): number =>
	a.row - b.row || a.column - b.column || a.id.localeCompare(b.id, 'en', { numeric: true });

/** Sites in an order, dealt to the crops in equal shares. */
function dealt(sites: readonly Site[], crops: readonly string[]): Map<string, string> {
	const share = Math.ceil(sites.length / crops.length);
	return new Map(sites.map((site, i) => [site.id, crops[Math.floor(i / share)]!]));
}

/**
 * What grows where by a rule.
 *
 * @param cropIds one or more, in the order they are to be used; rules that sort them say so
 */
export function plantBy(
	rule: PlantRule,
	cropIds: readonly string[],
	sites: readonly Site[],
	shelf: ShelfLists
): Operation['crops'] {
	if (cropIds.length === 0) return {};
	const ordered = [...sites].sort(inOrder);
	const cropOf = RULES[rule](cropIds, ordered, shelf);
	return Object.fromEntries(ordered.map((site, i) => [site.id, cropOf(site, i)]));
}

/** Makes of crops and sites in their order what grows at each. */
type Rule = (
	cropIds: readonly string[],
	sites: readonly Site[],
	shelf: ShelfLists
) => (site: Site, i: number) => string;

const RULES: Record<PlantRule, Rule> = {
	alternate: (cropIds) => (_, i) => cropIds[i % cropIds.length]!,
	rows: (cropIds) => (site) => cropIds[site.row % cropIds.length]!,
	rings: (cropIds, sites) => {
		const most = Math.max(...sites.map((site) => site.column)) + 1;
		return (site) => cropIds[Math.floor((site.column * cropIds.length) / most)]!;
	},
	low: (cropIds, sites, shelf) => {
		const uses = (id: string) => {
			const { kc, canopyM2 } = pick(shelf.crops, id);
			return kc * canopyM2;
		};
		const thirsty = [...cropIds].sort((a, b) => uses(b) - uses(a));
		const low = dealt(
			[...sites].sort((a, b) => a.zM - b.zM),
			thirsty
		);
		return (site) => low.get(site.id)!;
	},
	outside: (cropIds, sites, shelf) => {
		const trailing = (id: string) => (pick(shelf.crops, id).habit === 'trailing' ? 0 : 1);
		const outer = [...cropIds].sort((a, b) => trailing(a) - trailing(b));
		const edge = fromTheMiddle(sites);
		const out = dealt(
			[...sites].sort((a, b) => edge(b) - edge(a)),
			outer
		);
		return (site) => out.get(site.id)!;
	}
};

/** How far from the middle of what is planted a site is. */
function fromTheMiddle(sites: readonly Site[]): (site: Site) => number {
	const mean = (of: (site: Site) => number) =>
		sites.reduce((sum, site) => sum + of(site), 0) / Math.max(1, sites.length);
	const [midX, midY] = [mean((site) => site.xM), mean((site) => site.yM)];
	return (site) => Math.hypot(site.xM - midX, site.yM - midY);
}
