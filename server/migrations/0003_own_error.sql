CREATE TABLE `eye_answer` (
	`id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`kind` text NOT NULL,
	`level` integer NOT NULL,
	`seed` integer NOT NULL,
	`side` text NOT NULL,
	`error` real NOT NULL,
	`derived_kind` text,
	`derived_error` real,
	`at` text NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `eye_by_account` ON `eye_answer` (`account_id`,`at`);--> statement-breakpoint
ALTER TABLE `account` ADD `practice_counts` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `practice` ADD `trial_uses` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
CREATE INDEX `measure_trials` ON `measure` (`by_account`,`measure`,`visit_id`,`side`,`trial`,`value`,`created`,`superseded_by`) WHERE superseded_by is null and value is not null;--> statement-breakpoint
CREATE INDEX `measure_raters` ON `measure` (`visit_id`,`by_account`,`superseded_by`,`value`) WHERE superseded_by is null and value is not null;