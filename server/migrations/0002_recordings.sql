CREATE TABLE `recording` (
	`id` text NOT NULL,
	`file_id` text NOT NULL,
	`job` text NOT NULL,
	`taken_at` text NOT NULL,
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
CREATE TABLE `recording_file` (
	`id` text PRIMARY KEY NOT NULL,
	`visit_id` text NOT NULL,
	`hash` text NOT NULL,
	`rows` integer NOT NULL,
	`cols` integer NOT NULL,
	`frames` integer NOT NULL,
	`bytes` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
