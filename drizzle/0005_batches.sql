CREATE TABLE `batches` (
	`id` text PRIMARY KEY NOT NULL,
	`design_id` text NOT NULL,
	`state` text NOT NULL,
	`mixed_on` text NOT NULL,
	`document` text NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`design_id`) REFERENCES `designs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `batches_design` ON `batches` (`design_id`,`mixed_on`);