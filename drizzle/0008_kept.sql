DROP TRIGGER `networks_inserted`;
--> statement-breakpoint
DROP TRIGGER `networks_found`;
--> statement-breakpoint
DROP TRIGGER `networks_tags`;
--> statement-breakpoint
DROP TRIGGER `networks_deleted`;
--> statement-breakpoint
DROP TRIGGER `networks_traced`;
--> statement-breakpoint
DROP TRIGGER `pictures_left`;
--> statement-breakpoint
CREATE TABLE `kept` (
	`kind` text NOT NULL,
	`id` text NOT NULL,
	`network_id` text,
	`title` text NOT NULL,
	`document` text NOT NULL,
	`listed` text DEFAULT '{}' NOT NULL,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`deleted_at` integer,
	`resistors` integer DEFAULT 0 NOT NULL,
	`sort_key` text DEFAULT '' NOT NULL,
	`tags` text DEFAULT '[]' NOT NULL,
	`found` text DEFAULT '' NOT NULL,
	`origin_id` text,
	PRIMARY KEY(`kind`, `id`)
);
--> statement-breakpoint
INSERT INTO `kept` (`kind`, `id`, `title`, `document`, `version`, `created_at`, `updated_at`, `deleted_at`, `resistors`, `sort_key`, `tags`, `found`, `origin_id`)
	SELECT 'network', `id`, `title`, `document`, `version`, `created_at`, `updated_at`, `deleted_at`, `resistors`, `sort_key`, `tags`, `found`, `origin_id` FROM `networks` ORDER BY rowid;
--> statement-breakpoint
INSERT INTO `kept` (`kind`, `id`, `network_id`, `title`, `document`, `version`, `created_at`, `updated_at`)
	SELECT 'attempt', `network_id`, `network_id`, '', '{"of":' || json_quote(`of`) || ',"moves":' || `moves` || '}', `version`, `updated_at`, `updated_at` FROM `attempts`;
--> statement-breakpoint
INSERT INTO `kept` (`kind`, `id`, `network_id`, `title`, `document`, `version`, `created_at`, `updated_at`)
	SELECT 'run', `id`, `network_id`, `title`, `document`, `version`, `created_at`, `updated_at` FROM `runs` ORDER BY rowid;
--> statement-breakpoint
INSERT INTO `kept` (`kind`, `id`, `title`, `document`, `listed`, `version`, `created_at`, `updated_at`)
	SELECT 'exercise', `id`, `code`, '{"of":' || json_quote(`code`) || ',"moves":' || `moves` || ',"seconds":' || `seconds` || ',"result":' || `result` || '}',
		'{"seconds":' || `seconds` || ',"result":' || `result` || '}', `version`, `updated_at`, `updated_at` FROM `exercises`;
--> statement-breakpoint
INSERT INTO `kept` (`kind`, `id`, `title`, `document`, `version`, `created_at`, `updated_at`)
	SELECT 'sheet', `id`, `title`, `document`, `version`, `created_at`, `updated_at` FROM `sheets`;
--> statement-breakpoint
INSERT INTO `kept` (`kind`, `id`, `title`, `document`, `version`, `created_at`, `updated_at`)
	SELECT 'way', `id`, `name`, '{"format":"nodrel-way","version":1,"name":' || json_quote(`name`) || ',"choices":' || `choices` || '}', 1, `updated_at`, `updated_at` FROM `ways`;
--> statement-breakpoint
CREATE TABLE `kept_tags` (
	`network_id` text NOT NULL,
	`tag` text NOT NULL,
	PRIMARY KEY(`network_id`, `tag`)
);
--> statement-breakpoint
INSERT INTO `kept_tags` SELECT `network_id`, `tag` FROM `network_tags`;
--> statement-breakpoint
DROP TABLE `network_tags`;
--> statement-breakpoint
ALTER TABLE `kept_tags` RENAME TO `network_tags`;
--> statement-breakpoint
CREATE TABLE `kept_versions` (
	`network_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` blob NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`network_id`, `version`)
);
--> statement-breakpoint
INSERT INTO `kept_versions` SELECT `network_id`, `version`, `document`, `at` FROM `versions`;
--> statement-breakpoint
DROP TABLE `versions`;
--> statement-breakpoint
ALTER TABLE `kept_versions` RENAME TO `versions`;
--> statement-breakpoint
CREATE TABLE `kept_pictures` (
	`network_id` text NOT NULL,
	`picture_id` text NOT NULL,
	PRIMARY KEY(`network_id`, `picture_id`),
	FOREIGN KEY (`picture_id`) REFERENCES `pictures`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `kept_pictures` SELECT `network_id`, `picture_id` FROM `network_pictures`;
--> statement-breakpoint
DROP TABLE `network_pictures`;
--> statement-breakpoint
ALTER TABLE `kept_pictures` RENAME TO `network_pictures`;
--> statement-breakpoint
CREATE TABLE `kept_cards` (
	`network_id` text NOT NULL,
	`nodes` text NOT NULL,
	`form` text NOT NULL,
	`version` integer NOT NULL,
	`card` text NOT NULL,
	PRIMARY KEY(`network_id`, `nodes`, `form`)
);
--> statement-breakpoint
INSERT INTO `kept_cards` SELECT `network_id`, `nodes`, `form`, `version`, `card` FROM `cards`;
--> statement-breakpoint
DROP TABLE `cards`;
--> statement-breakpoint
ALTER TABLE `kept_cards` RENAME TO `cards`;
--> statement-breakpoint
DROP TABLE `attempts`;
--> statement-breakpoint
DROP TABLE `runs`;
--> statement-breakpoint
DROP TABLE `exercises`;
--> statement-breakpoint
DROP TABLE `sheets`;
--> statement-breakpoint
DROP TABLE `ways`;
--> statement-breakpoint
DROP TABLE `networks`;
--> statement-breakpoint
CREATE INDEX `kept_by_change` ON `kept` (`kind`,`updated_at`);
--> statement-breakpoint
CREATE INDEX `kept_by_title` ON `kept` (`kind`,`sort_key`);
--> statement-breakpoint
CREATE INDEX `kept_of_network` ON `kept` (`network_id`);
--> statement-breakpoint
CREATE INDEX `kept_by_origin` ON `kept` (`origin_id`);
--> statement-breakpoint
CREATE INDEX `networks_of_tag` ON `network_tags` (`tag`);
--> statement-breakpoint
CREATE INDEX `networks_of_picture` ON `network_pictures` (`picture_id`);
--> statement-breakpoint
CREATE TRIGGER `kept_inserted` AFTER INSERT ON `kept` WHEN new.`kind` = 'network' BEGIN
	INSERT INTO `searched` (`network_id`) VALUES (new.`id`);
	INSERT INTO `search` (rowid, found) SELECT `number`, new.`found` FROM `searched` WHERE `network_id` = new.`id`;
	INSERT OR IGNORE INTO `network_tags` SELECT new.`id`, value FROM json_each(new.`tags`);
	INSERT OR IGNORE INTO `network_pictures` SELECT new.`id`, `id` FROM `pictures`
		WHERE instr(new.`document`, '"trace"') > 0
		AND `id` = json_extract(CASE WHEN json_valid(new.`document`) THEN new.`document` ELSE '{}' END, '$.sketch.trace.picture');
END;
--> statement-breakpoint
CREATE TRIGGER `kept_found` AFTER UPDATE OF `found` ON `kept` WHEN new.`kind` = 'network' AND old.`found` <> new.`found` BEGIN
	INSERT OR IGNORE INTO `searched` (`network_id`) VALUES (new.`id`);
	DELETE FROM `search` WHERE rowid = (SELECT `number` FROM `searched` WHERE `network_id` = new.`id`);
	INSERT INTO `search` (rowid, found) SELECT `number`, new.`found` FROM `searched` WHERE `network_id` = new.`id`;
END;
--> statement-breakpoint
CREATE TRIGGER `kept_tagged` AFTER UPDATE OF `tags` ON `kept` WHEN new.`kind` = 'network' AND old.`tags` <> new.`tags` BEGIN
	DELETE FROM `network_tags` WHERE `network_id` = new.`id`;
	INSERT OR IGNORE INTO `network_tags` SELECT new.`id`, value FROM json_each(new.`tags`);
END;
--> statement-breakpoint
CREATE TRIGGER `kept_deleted` AFTER DELETE ON `kept` WHEN old.`kind` = 'network' BEGIN
	DELETE FROM `search` WHERE rowid = (SELECT `number` FROM `searched` WHERE `network_id` = old.`id`);
	DELETE FROM `searched` WHERE `network_id` = old.`id`;
	DELETE FROM `network_tags` WHERE `network_id` = old.`id`;
	DELETE FROM `versions` WHERE `network_id` = old.`id`;
	DELETE FROM `network_pictures` WHERE `network_id` = old.`id`;
	DELETE FROM `cards` WHERE `network_id` = old.`id`;
	DELETE FROM `kept` WHERE `network_id` = old.`id`;
END;
--> statement-breakpoint
CREATE TRIGGER `pictures_left` AFTER DELETE ON `network_pictures` BEGIN
	DELETE FROM `pictures` WHERE `id` = old.`picture_id`
		AND NOT EXISTS (SELECT 1 FROM `network_pictures` WHERE `picture_id` = old.`picture_id`);
END;
