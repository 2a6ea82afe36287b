CREATE TABLE `file_errand` (
	`path` text PRIMARY KEY NOT NULL,
	`created` text NOT NULL
);
