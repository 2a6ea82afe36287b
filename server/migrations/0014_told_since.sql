ALTER TABLE `follow_state` ADD `told_key` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `follow_state` ADD `is_told_open` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `follow_state` ADD `waits_since` text;--> statement-breakpoint
CREATE INDEX `follow_by_told` ON `follow_state` (`is_told_open`);--> statement-breakpoint
CREATE INDEX `follow_by_waits` ON `follow_state` (`waits_since`);--> statement-breakpoint
UPDATE `follow_state` SET `is_told_open` = 1;
