CREATE TABLE `exercises` (
	`id` text PRIMARY KEY NOT NULL,
	`code` text NOT NULL,
	`moves` text NOT NULL,
	`seconds` integer NOT NULL,
	`result` text NOT NULL,
	`version` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sheets` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`document` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
