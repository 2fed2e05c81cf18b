CREATE TABLE `cards` (
	`design_id` text PRIMARY KEY NOT NULL,
	`revision` integer NOT NULL,
	`place_revision` integer NOT NULL,
	`program` text NOT NULL,
	`card` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `place_revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`place_id` text NOT NULL,
	`parent` integer,
	`document` text NOT NULL,
	`made_from` text,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `place_revisions_place` ON `place_revisions` (`place_id`);--> statement-breakpoint
CREATE TABLE `settings` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `designs` ADD `last_request` text;--> statement-breakpoint
ALTER TABLE `places` ADD `current` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `revisions` ADD `place_revision` integer;--> statement-breakpoint
INSERT INTO `place_revisions` (`place_id`, `parent`, `document`, `made_from`, `created_at`) SELECT `d`.`place_id`, NULL, `r`.`place_before`, `d`.`id`, `r`.`created_at` FROM `revisions` `r` JOIN `designs` `d` ON `d`.`id` = `r`.`design_id` WHERE `r`.`place_before` IS NOT NULL ORDER BY `r`.`id`;--> statement-breakpoint
INSERT INTO `place_revisions` (`place_id`, `parent`, `document`, `made_from`, `created_at`) SELECT `id`, NULL, `document`, NULL, `created_at` FROM `places`;--> statement-breakpoint
UPDATE `places` SET `current` = (SELECT max(`r`.`id`) FROM `place_revisions` `r` WHERE `r`.`place_id` = `places`.`id`);
