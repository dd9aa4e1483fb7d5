CREATE TABLE `network_tags` (
	`network_id` text NOT NULL,
	`tag` text NOT NULL,
	PRIMARY KEY(`network_id`, `tag`),
	FOREIGN KEY (`network_id`) REFERENCES `networks`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `networks_of_tag` ON `network_tags` (`tag`);--> statement-breakpoint
CREATE TABLE `searched` (
	`number` integer PRIMARY KEY NOT NULL,
	`network_id` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `searched_network_id_unique` ON `searched` (`network_id`);--> statement-breakpoint
CREATE TABLE `versions` (
	`network_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` blob NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`network_id`, `version`),
	FOREIGN KEY (`network_id`) REFERENCES `networks`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `networks` ADD `sort_key` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `networks` ADD `tags` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `networks` ADD `found` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `networks` ADD `origin_id` text;--> statement-breakpoint
CREATE INDEX `networks_by_change` ON `networks` (`updated_at`);--> statement-breakpoint
CREATE INDEX `networks_by_title` ON `networks` (`sort_key`);--> statement-breakpoint
CREATE INDEX `networks_by_origin` ON `networks` (`origin_id`);--> statement-breakpoint
CREATE VIRTUAL TABLE `search` USING fts5(found, content='', contentless_delete=1, tokenize='trigram');--> statement-breakpoint
CREATE TRIGGER `networks_inserted` AFTER INSERT ON `networks` BEGIN
	INSERT INTO `searched` (`network_id`) VALUES (new.`id`);
	INSERT INTO `search` (rowid, found) SELECT `number`, new.`found` FROM `searched` WHERE `network_id` = new.`id`;
	INSERT OR IGNORE INTO `network_tags` SELECT new.`id`, value FROM json_each(new.`tags`);
END;
--> statement-breakpoint
CREATE TRIGGER `networks_found` AFTER UPDATE OF `found` ON `networks` WHEN old.`found` <> new.`found` BEGIN
	INSERT OR IGNORE INTO `searched` (`network_id`) VALUES (new.`id`);
	DELETE FROM `search` WHERE rowid = (SELECT `number` FROM `searched` WHERE `network_id` = new.`id`);
	INSERT INTO `search` (rowid, found) SELECT `number`, new.`found` FROM `searched` WHERE `network_id` = new.`id`;
END;
--> statement-breakpoint
CREATE TRIGGER `networks_tags` AFTER UPDATE OF `tags` ON `networks` WHEN old.`tags` <> new.`tags` BEGIN
	DELETE FROM `network_tags` WHERE `network_id` = new.`id`;
	INSERT OR IGNORE INTO `network_tags` SELECT new.`id`, value FROM json_each(new.`tags`);
END;
--> statement-breakpoint
CREATE TRIGGER `networks_deleted` AFTER DELETE ON `networks` BEGIN
	DELETE FROM `search` WHERE rowid = (SELECT `number` FROM `searched` WHERE `network_id` = old.`id`);
	DELETE FROM `searched` WHERE `network_id` = old.`id`;
	DELETE FROM `network_tags` WHERE `network_id` = old.`id`;
END;
