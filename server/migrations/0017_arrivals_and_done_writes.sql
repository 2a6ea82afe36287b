CREATE TABLE `arrival` (
	`id` text PRIMARY KEY NOT NULL,
	`people` text NOT NULL,
	`created` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `done_write` (
	`id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL
);
