CREATE TABLE `cards` (
	`network_id` text NOT NULL,
	`nodes` text NOT NULL,
	`form` text NOT NULL,
	`version` integer NOT NULL,
	`card` text NOT NULL,
	PRIMARY KEY(`network_id`, `nodes`, `form`),
	FOREIGN KEY (`network_id`) REFERENCES `networks`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `networks` ADD `resistors` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE `networks` SET `resistors` = (
	SELECT count(*) FROM json_each(CASE WHEN json_valid(`document`) THEN `document` ELSE '{}' END, '$.parts') AS part
	WHERE part.type = 'object' AND json_extract(part.value, '$.kind') = 'resistor'
);
