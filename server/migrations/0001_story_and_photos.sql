CREATE TABLE `story_event` (
	`id` text NOT NULL,
	`value` text NOT NULL,
	`deleted_on` text,
	`visit_id` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	PRIMARY KEY(`visit_id`, `id`),
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `photo` (
	`view` text NOT NULL,
	`side` text NOT NULL,
	`picture_id` text NOT NULL,
	`value` text NOT NULL,
	`deleted_on` text,
	`visit_id` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	PRIMARY KEY(`visit_id`, `view`, `side`),
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `reference_version` (
	`number` integer PRIMARY KEY NOT NULL,
	`reference_values` text NOT NULL,
	`by_account` text NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `mark` ADD `details` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `visit` ADD `references_version` integer DEFAULT 0 NOT NULL;