ALTER TABLE `places` DROP COLUMN `document`;--> statement-breakpoint
ALTER TABLE `places` DROP COLUMN `revision`;--> statement-breakpoint
ALTER TABLE `revisions` DROP COLUMN `place_before`;--> statement-breakpoint
ALTER TABLE `revisions` DROP COLUMN `place_after`;