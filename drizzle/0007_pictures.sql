CREATE TABLE `network_pictures` (
	`network_id` text NOT NULL,
	`picture_id` text NOT NULL,
	PRIMARY KEY(`network_id`, `picture_id`),
	FOREIGN KEY (`network_id`) REFERENCES `networks`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`picture_id`) REFERENCES `pictures`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `networks_of_picture` ON `network_pictures` (`picture_id`);--> statement-breakpoint
CREATE TABLE `pictures` (
	`id` text PRIMARY KEY NOT NULL,
	`type` text NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`bytes` blob NOT NULL
);
--> statement-breakpoint
CREATE TRIGGER `networks_traced` AFTER INSERT ON `networks` WHEN instr(new.`document`, '"trace"') > 0 BEGIN
	INSERT OR IGNORE INTO `network_pictures` SELECT new.`id`, `id` FROM `pictures`
		WHERE `id` = json_extract(CASE WHEN json_valid(new.`document`) THEN new.`document` ELSE '{}' END, '$.sketch.trace.picture');
END;
--> statement-breakpoint
CREATE TRIGGER `pictures_left` AFTER DELETE ON `network_pictures` BEGIN
	DELETE FROM `pictures` WHERE `id` = old.`picture_id`
		AND NOT EXISTS (SELECT 1 FROM `network_pictures` WHERE `picture_id` = old.`picture_id`);
END;
