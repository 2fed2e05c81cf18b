import { batchSchema, upgradeBatch, type Batch } from '$lib/core/procedure';
import { shelfItemSchema, upgradeShelfItem, type ShelfItem } from '$lib/core/shelf';
import { readDocument } from './unreadable';

/** A batch out of its row. @throws Unreadable */
export const readBatch = (document: string): Batch =>
	readDocument(document, batchSchema, upgradeBatch);

/** A shelf item out of its row. @throws Unreadable */
export const readShelfItem = (document: string): ShelfItem =>
	readDocument(document, shelfItemSchema, upgradeShelfItem);
