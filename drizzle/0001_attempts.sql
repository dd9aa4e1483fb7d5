CREATE TABLE `attempts` (
	`network_id` text PRIMARY KEY NOT NULL,
	`of` text NOT NULL,
	`moves` text NOT NULL,
	`version` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`network_id`) REFERENCES `networks`(`id`) ON UPDATE no action ON DELETE no action
);
