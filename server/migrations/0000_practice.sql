CREATE TABLE `account` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`email` text NOT NULL,
	`role` text NOT NULL,
	`password_hash` text NOT NULL,
	`failed_sign_ins` integer NOT NULL,
	`locked_until` text,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `account_email_unique` ON `account` (`email`);--> statement-breakpoint
CREATE TABLE `answer` (
	`key` text NOT NULL,
	`value` text,
	`visit_id` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	PRIMARY KEY(`visit_id`, `key`),
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `caution_dealt_with` (
	`caution` text NOT NULL,
	`by` text NOT NULL,
	`on_day` text NOT NULL,
	`words` text NOT NULL,
	`deleted_on` text,
	`visit_id` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	PRIMARY KEY(`visit_id`, `caution`),
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `mark` (
	`id` text NOT NULL,
	`side` text NOT NULL,
	`across` real NOT NULL,
	`along` real NOT NULL,
	`kind` text NOT NULL,
	`deleted_on` text,
	`visit_id` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	PRIMARY KEY(`visit_id`, `id`),
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `measure` (
	`id` text PRIMARY KEY NOT NULL,
	`measure` text NOT NULL,
	`side` text NOT NULL,
	`trial` integer NOT NULL,
	`value` real,
	`word` text,
	`unit` text NOT NULL,
	`by_account` text NOT NULL,
	`superseded_by` text,
	`visit_id` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `measure_in_force` ON `measure` (`visit_id`,`superseded_by`);--> statement-breakpoint
CREATE INDEX `measure_across` ON `measure` (`measure`,`side`);--> statement-breakpoint
CREATE TABLE `person` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`pronouns` text NOT NULL,
	`birth_year` integer,
	`work` text NOT NULL,
	`phone` text NOT NULL,
	`email` text NOT NULL,
	`length_unit` text NOT NULL,
	`mass_unit` text NOT NULL,
	`kit` text NOT NULL,
	`version` integer NOT NULL,
	`deleted_on` text,
	`created` text NOT NULL,
	`changed` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `person_by_name` ON `person` (`deleted_on`,`name`);--> statement-breakpoint
CREATE TABLE `picture` (
	`id` text PRIMARY KEY NOT NULL,
	`visit_id` text NOT NULL,
	`hash` text NOT NULL,
	`width_px` integer NOT NULL,
	`height_px` integer NOT NULL,
	`bytes` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `practice` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`place` text NOT NULL,
	`settings` text NOT NULL,
	`reference_values` text NOT NULL,
	`is_demo` integer NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `print` (
	`side` text NOT NULL,
	`picture_id` text NOT NULL,
	`arch_index` real NOT NULL,
	`value` text NOT NULL,
	`deleted_on` text,
	`visit_id` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	PRIMARY KEY(`visit_id`, `side`),
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `session` (
	`id_hash` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`csrf` text NOT NULL,
	`last_seen` text NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `shoe` (
	`id` text NOT NULL,
	`name` text NOT NULL,
	`hours_per_week` real,
	`stack_heel_mm` real,
	`stack_forefoot_mm` real,
	`weight_g` real,
	`bend_stiffness` real,
	`twist_stiffness` real,
	`support_features` real,
	`inner_width_ball_mm` real,
	`inner_width_toes_mm` real,
	`deleted_on` text,
	`visit_id` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	PRIMARY KEY(`visit_id`, `id`),
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `visit` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`started_on` text NOT NULL,
	`core_version` text NOT NULL,
	`version` integer NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `visit_by_person` ON `visit` (`person_id`,`started_on`);