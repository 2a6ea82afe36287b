CREATE TABLE `device_on_foot` (
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
CREATE TABLE `kept_insole` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`size` text NOT NULL,
	`outline` text NOT NULL,
	`by_account` text NOT NULL,
	`deleted_on` text,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`by_account`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `shoe` ADD `details` text DEFAULT '{}' NOT NULL;