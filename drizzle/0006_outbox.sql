CREATE TABLE `requests` (
	`id` text PRIMARY KEY NOT NULL,
	`subject` text NOT NULL,
	`revision` integer,
	`note` text,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `requests_created` ON `requests` (`created_at`);--> statement-breakpoint
ALTER TABLE `batches` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `batches` ADD `device` text;--> statement-breakpoint
ALTER TABLE `batches` ADD `device_name` text;--> statement-breakpoint
ALTER TABLE `batches` ADD `taken_at` integer;--> statement-breakpoint
ALTER TABLE `designs` DROP COLUMN `last_request`;