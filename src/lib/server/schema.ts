import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** A home with its areas, as validated JSON. */
export const places = sqliteTable('places', {
	id: text('id').primaryKey(),
	document: text('document').notNull(),
	revision: integer('revision').notNull().default(1),
	createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull()
});

/** A system: which of its revisions stands now. Deleting only marks it, so that it can be undone. */
export const designs = sqliteTable(
	'designs',
	{
		id: text('id').primaryKey(),
		placeId: text('place_id')
			.notNull()
			.references(() => places.id),
		current: integer('current').notNull(),
		deletedAt: integer('deleted_at', { mode: 'timestamp_ms' }),
		createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull()
	},
	(table) => [index('designs_place').on(table.placeId)]
);

/** Every save ever made. Nothing is overwritten: undo goes to the parent, redo to the newest child. */
export const revisions = sqliteTable(
	'revisions',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		designId: text('design_id').notNull(),
		parent: integer('parent'),
		document: text('document').notNull(),
		label: text('label').notNull(),
		/** Where this save changed the place as well: the place before and after, so that undo covers it. */
		placeBefore: text('place_before'),
		placeAfter: text('place_after'),
		createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull()
	},
	(table) => [index('revisions_design').on(table.designId, table.parent)]
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
		createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull()
	},
	(table) => [index('alternatives_design').on(table.designId)]
);
