import {
	keptItemOf,
	likeOnShelf,
	NOTHING_KEPT,
	priceItem,
	shelfItemSchema,
	shelfWith,
	type Kept,
	type KeptItem,
	type OwnItem,
	type OwnKind,
	type Shelf,
	type ShelfItem
} from '$lib/core/shelf';
import { requestId } from '../sync';

const refusalOf = (item: ShelfItem): string | undefined =>
	shelfItemSchema.safeParse(item).error?.issues[0]?.message;

/** What the place added to the shelf: parts of its own, prices, what is known of bags and bottles. */
export class OwnShelf {
	own = $state.raw([] as readonly ShelfItem[]);

	/** @param keep shows and keeps the system with what is on the shelf now */
	constructor(
		own: readonly ShelfItem[],
		private readonly keep: () => void
	) {
		this.own = own;
	}

	/** The shelf of everyone with what the place added. */
	get all(): Shelf {
		return shelfWith(this.own);
	}

	/** What a line of the parts list costs; null: not said. Says why not. */
	price(of: string, price: number | null): string | null {
		const item = price === null ? null : priceItem(of, price);
		const refused = item && refusalOf(item);
		if (refused) return refused;
		const { id } = item ?? priceItem(of, 0);
		this.become([...this.own.filter((one) => one.id !== id), ...(item ? [item] : [])]);
		return null;
	}

	/** What is known of a bag or a bottle. Says why not. */
	keepBag(of: string, change: Partial<Kept>): string | null {
		const item = keptItemOf(of, { ...(this.all.kept[of] ?? NOTHING_KEPT), ...change });
		const refused = refusalOf(item);
		if (refused) return refused;
		this.put(item);
		return null;
	}

	/** Puts a part, medium or crop of one's own on the shelf, or changes it there. */
	put(item: OwnItem | KeptItem): void {
		this.become([...this.own.filter((one) => one.id !== item.id), item]);
	}

	/** An own item to begin from, like one of the shelf. */
	like = (kind: OwnKind, likeId: string): OwnItem =>
		likeOnShelf(kind, this.all, likeId, `own-${requestId().slice(0, 10)}`);

	private become(own: readonly ShelfItem[]): void {
		this.own = own;
		this.keep();
	}
}
