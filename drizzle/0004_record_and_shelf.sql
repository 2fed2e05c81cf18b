CREATE TABLE `record_revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`design_id` text NOT NULL,
	`parent` integer,
	`document` text NOT NULL,
	`label` text NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `record_revisions_design` ON `record_revisions` (`design_id`);--> statement-breakpoint
CREATE TABLE `shelf_items` (
	`place_id` text NOT NULL,
	`id` text NOT NULL,
	`document` text NOT NULL,
	`created_at` integer NOT NULL,
	PRIMARY KEY(`place_id`, `id`),
	FOREIGN KEY (`place_id`) REFERENCES `places`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `cards` ADD `record` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` ADD `shelf` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `designs` ADD `record` integer;--> statement-breakpoint
ALTER TABLE `places` ADD `shelf` integer DEFAULT 0 NOT NULL;