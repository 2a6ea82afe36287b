CREATE TABLE `audit_entry` (
	`number` integer PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`actor` text NOT NULL,
	`action` text NOT NULL,
	`person_id` text NOT NULL,
	`what` text NOT NULL,
	`origin` text NOT NULL,
	`before` text NOT NULL,
	`hash` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `audit_by_person` ON `audit_entry` (`person_id`,`number`);--> statement-breakpoint
CREATE INDEX `audit_by_actor` ON `audit_entry` (`actor`,`number`);--> statement-breakpoint
CREATE TABLE `copy_run` (
	`id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`is_fine` integer NOT NULL,
	`name` text NOT NULL,
	`words` text NOT NULL,
	`bytes` integer NOT NULL,
	`took_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `copy_by_kind` ON `copy_run` (`kind`,`at`);--> statement-breakpoint
CREATE TABLE `import_run` (
	`id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`by_account` text NOT NULL,
	`kind` text NOT NULL,
	`counts` text NOT NULL,
	`undo` text NOT NULL,
	`undone_on` text,
	FOREIGN KEY (`by_account`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `invite` (
	`id` text PRIMARY KEY NOT NULL,
	`token_hash` text NOT NULL,
	`account_id` text,
	`name` text NOT NULL,
	`email` text NOT NULL,
	`role` text NOT NULL,
	`until` text NOT NULL,
	`used_on` text,
	`revoked_on` text,
	`by_account` text NOT NULL,
	`created` text NOT NULL,
	`changed` text NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `invite_token_hash_unique` ON `invite` (`token_hash`);--> statement-breakpoint
ALTER TABLE `account` ADD `disabled_on` text;--> statement-breakpoint
ALTER TABLE `account` ADD `factor_secret` text;--> statement-breakpoint
ALTER TABLE `account` ADD `factor_pending` text;--> statement-breakpoint
ALTER TABLE `account` ADD `factor_last_step` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `account` ADD `recovery_hashes` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `person` ADD `consent_on` text;--> statement-breakpoint
ALTER TABLE `person` ADD `consent_text` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `practice` ADD `factor_rule` text DEFAULT 'choice' NOT NULL;--> statement-breakpoint
ALTER TABLE `practice` ADD `retention_years` integer;--> statement-breakpoint
ALTER TABLE `practice` ADD `consent_text` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `device` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `address` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE TRIGGER audit_stays BEFORE UPDATE ON audit_entry BEGIN SELECT RAISE(ABORT, 'the audit is only added to'); END;
--> statement-breakpoint
CREATE TRIGGER audit_is_kept BEFORE DELETE ON audit_entry BEGIN SELECT RAISE(ABORT, 'the audit is only added to'); END;
