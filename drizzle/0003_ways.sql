CREATE TABLE `ways` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`choices` text NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `ways_name_unique` ON `ways` (`name`);
--> statement-breakpoint
DELETE FROM `cards`;
