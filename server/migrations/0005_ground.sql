CREATE TABLE `field_history` (
	`id` text PRIMARY KEY NOT NULL,
	`visit_id` text NOT NULL,
	`path` text NOT NULL,
	`value` text,
	`version` integer NOT NULL,
	`by_account` text NOT NULL,
	`edit_id` text DEFAULT '' NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `history_of_field` ON `field_history` (`visit_id`,`path`,`version`);--> statement-breakpoint
CREATE TABLE `known_browser` (
	`id_hash` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `sign_in_failure` (
	`key` text PRIMARY KEY NOT NULL,
	`count` integer NOT NULL,
	`last_at` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `measure` ADD `edit_id` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `person` ADD `search_key` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `visit` ADD `steps_filled` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `visit` ADD `stops` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `visit` ADD `limits` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `visit` ADD `counted_by` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `visit` ADD `content_id` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX `visit_not_counted` ON `visit` (`counted_by`);--> statement-breakpoint
ALTER TABLE `account` DROP COLUMN `failed_sign_ins`;--> statement-breakpoint
ALTER TABLE `account` DROP COLUMN `locked_until`;