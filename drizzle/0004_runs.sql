CREATE TABLE `runs` (
	`id` text PRIMARY KEY NOT NULL,
	`network_id` text NOT NULL,
	`title` text NOT NULL,
	`document` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`network_id`) REFERENCES `networks`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `runs_of_network` ON `runs` (`network_id`);