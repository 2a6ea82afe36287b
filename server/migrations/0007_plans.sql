CREATE TABLE `plan_item` (
	`plan_id` text NOT NULL,
	`phase` integer NOT NULL,
	`place` integer NOT NULL,
	`drill` text NOT NULL,
	`dose` text NOT NULL,
	PRIMARY KEY(`plan_id`, `phase`, `place`),
	FOREIGN KEY (`plan_id`) REFERENCES `plan_version`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `plan_item_by_drill` ON `plan_item` (`drill`);--> statement-breakpoint
CREATE TABLE `plan_version` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`visit_id` text NOT NULL,
	`number` integer NOT NULL,
	`visit_version` integer NOT NULL,
	`core_version` text NOT NULL,
	`made_on` text NOT NULL,
	`by_account` text NOT NULL,
	`minutes_per_session` real NOT NULL,
	`sessions_per_week` integer NOT NULL,
	`document` text NOT NULL,
	`created` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`by_account`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `plan_number` ON `plan_version` (`person_id`,`number`);