CREATE TABLE `alternatives` (
	`id` text PRIMARY KEY NOT NULL,
	`design_id` text NOT NULL,
	`name` text NOT NULL,
	`document` text NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`design_id`) REFERENCES `designs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `alternatives_design` ON `alternatives` (`design_id`);