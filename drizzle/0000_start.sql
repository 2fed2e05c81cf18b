CREATE TABLE `designs` (
	`id` text PRIMARY KEY NOT NULL,
	`place_id` text NOT NULL,
	`current` integer NOT NULL,
	`deleted_at` integer,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`place_id`) REFERENCES `places`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `designs_place` ON `designs` (`place_id`);--> statement-breakpoint
CREATE TABLE `places` (
	`id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`design_id` text NOT NULL,
	`parent` integer,
	`document` text NOT NULL,
	`label` text NOT NULL,
	`place_before` text,
	`place_after` text,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `revisions_design` ON `revisions` (`design_id`,`parent`);