import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

const createdAt = () => integer('created_at', { mode: 'timestamp_ms' }).notNull();

/** A home with its areas: which of its revisions stands now. */
export const places = sqliteTable('places', {
	id: text('id').primaryKey(),
	current: integer('current').notNull().default(0),
	/** Counts what was done to its shelf, for what is worked out with it. */
	shelf: integer('shelf').notNull().default(0),
	createdAt: createdAt()
});

/** Every version of a place there was, as validated JSON, and the system it was changed from. */
export const placeRevisions = sqliteTable(
	'place_revisions',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		placeId: text('place_id').notNull(),
		parent: integer('parent'),
		document: text('document').notNull(),
		/** The system whose workspace made it; null: the place's own beginning. */
		madeFrom: text('made_from'),
		createdAt: createdAt()
	},
	(table) => [index('place_revisions_place').on(table.placeId)]
);

/** A system: which of its revisions stands now. Deleting only marks it, so that it can be undone. */
export const designs = sqliteTable(
	'designs',
	{
		id: text('id').primaryKey(),
		placeId: text('place_id')
			.notNull()
			.references(() => places.id),
		current: integer('current').notNull(),
		/** Which version of its record stands; null: still inside a plan of version 1. */
		record: integer('record'),
		deletedAt: integer('deleted_at', { mode: 'timestamp_ms' }),
		createdAt: createdAt()
	},
	(table) => [index('designs_place').on(table.placeId)]
);

/** Every version of a plan, what is built and how it is set. Nothing is overwritten: undo goes to the parent, redo to the newest child. */
export const revisions = sqliteTable(
	'revisions',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		designId: text('design_id').notNull(),
		parent: integer('parent'),
		document: text('document').notNull(),
		label: text('label').notNull(),
		/** The revision of the place this save made as well, so that undo covers it while it still stands. */
		placeRevision: integer('place_revision'),
		createdAt: createdAt()
	},
	(table) => [index('revisions_design').on(table.designId, table.parent)]
);

/** Every version of a system's record there was: a chain of its own, that undo of the plan leaves alone. */
export const recordRevisions = sqliteTable(
	'record_revisions',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		designId: text('design_id').notNull(),
		parent: integer('parent'),
		document: text('document').notNull(),
		label: text('label').notNull(),
		createdAt: createdAt()
	},
	(table) => [index('record_revisions_design').on(table.designId)]
);

/** Requests that were done: the same asked again, its answer lost, is done already. Kept for a month. */
export const requests = sqliteTable(
	'requests',
	{
		id: text('id').primaryKey(),
		/** The system or place it was about. */
		subject: text('subject').notNull(),
		/** The revision of the plan it made or went to; null: it left the plan as it was. */
		revision: integer('revision'),
		/** What was said with the answer. */
		note: text('note'),
		createdAt: createdAt()
	},
	(table) => [index('requests_created').on(table.createdAt)]
);

/** What a place added to the shelf, an item a row. Never undone: it was bought at that price all the same. */
export const shelfItems = sqliteTable(
	'shelf_items',
	{
		placeId: text('place_id')
			.notNull()
			.references(() => places.id),
		id: text('id').notNull(),
		document: text('document').notNull(),
		createdAt: createdAt()
	},
	(table) => [primaryKey({ columns: [table.placeId, table.id] })]
);

/** Another way to build a system, kept beside it to be compared and, if it is better, promoted. */
export const alternatives = sqliteTable(
	'alternatives',
	{
		id: text('id').primaryKey(),
		designId: text('design_id')
			.notNull()
			.references(() => designs.id),
		name: text('name').notNull(),
		document: text('document').notNull(),
		createdAt: createdAt()
	},
	(table) => [index('alternatives_design').on(table.designId)]
);

/** What was mixed, and what is being mixed: a card half done survives a dead battery. Never undone by what is drawn. */
export const batches = sqliteTable(
	'batches',
	{
		id: text('id').primaryKey(),
		designId: text('design_id')
			.notNull()
			.references(() => designs.id),
		state: text('state').notNull(),
		mixedOn: text('mixed_on').notNull(),
		document: text('document').notNull(),
		/** Counts what was done to it. */
		version: integer('version').notNull().default(1),
		/** The device whose card it is, what it calls itself, and since when. */
		device: text('device'),
		deviceName: text('device_name'),
		takenAt: integer('taken_at', { mode: 'timestamp_ms' }),
		createdAt: createdAt()
	},
	(table) => [index('batches_design').on(table.designId, table.mixedOn)]
);

/**
 * Cards worked out for home, kept so that home need not work every system out again. A cache: a row holds for
 * one revision of the system, its record, the place and its shelf, and one version of the program, and may be deleted at any time.
 */
export const cards = sqliteTable(
	'cards',
	{
		designId: text('design_id').notNull(),
		revision: integer('revision').notNull(),
		placeRevision: integer('place_revision').notNull(),
		record: integer('record').notNull().default(0),
		shelfRevision: integer('shelf').notNull().default(0),
		program: text('program').notNull(),
		card: text('card').notNull()
	},
	(table) => [primaryKey({ columns: [table.designId] })]
);

/** What holds for the whole server, by name. */
export const settings = sqliteTable('settings', {
	name: text('name').primaryKey(),
	value: text('value').notNull()
});
