CREATE TABLE `client_link` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`token_hash` text NOT NULL,
	`until` text NOT NULL,
	`word_hash` text,
	`wrong_words` integer DEFAULT 0 NOT NULL,
	`last_opened` text,
	`revoked_on` text,
	`by_account` text NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `client_link_token_hash_unique` ON `client_link` (`token_hash`);--> statement-breakpoint
CREATE INDEX `link_by_person` ON `client_link` (`person_id`);--> statement-breakpoint
CREATE INDEX `link_by_end` ON `client_link` (`revoked_on`,`until`);--> statement-breakpoint
CREATE INDEX `link_locked` ON `client_link` (`revoked_on`,`wrong_words`);--> statement-breakpoint
CREATE TABLE `follow_decision` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`day` text NOT NULL,
	`kind` text NOT NULL,
	`rule` text NOT NULL,
	`words` text NOT NULL,
	`to_day` text,
	`plan_id` text,
	`by_account` text NOT NULL,
	`created` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `decision_by_person` ON `follow_decision` (`person_id`,`created`);--> statement-breakpoint
CREATE TABLE `follow_state` (
	`person_id` text PRIMARY KEY NOT NULL,
	`plan_id` text NOT NULL,
	`visit_id` text NOT NULL,
	`starts_on` text NOT NULL,
	`ends_on` text NOT NULL,
	`action` text,
	`fired` text NOT NULL,
	`proposal` text NOT NULL,
	`stop_since` text,
	`last_day` text,
	`put_off_to` text,
	`reopened_at` text,
	`decided_on` text,
	`last_step_on` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `follow_by_stop` ON `follow_state` (`stop_since`);--> statement-breakpoint
CREATE INDEX `follow_by_action` ON `follow_state` (`action`);--> statement-breakpoint
CREATE INDEX `follow_by_last` ON `follow_state` (`last_day`);--> statement-breakpoint
CREATE INDEX `follow_by_end` ON `follow_state` (`ends_on`);--> statement-breakpoint
CREATE INDEX `follow_by_start` ON `follow_state` (`starts_on`);--> statement-breakpoint
CREATE TABLE `log_entry` (
	`person_id` text NOT NULL,
	`id` text NOT NULL,
	`day` text NOT NULL,
	`at` text NOT NULL,
	`value` text NOT NULL,
	`link_id` text,
	`by_account` text,
	`plan_id` text,
	`clock_off_min` real DEFAULT 0 NOT NULL,
	`received_at` text NOT NULL,
	PRIMARY KEY(`person_id`, `id`),
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `log_by_day` ON `log_entry` (`person_id`,`day`);--> statement-breakpoint
ALTER TABLE `practice` ADD `phone` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `practice` ADD `emergency` text DEFAULT '' NOT NULL;