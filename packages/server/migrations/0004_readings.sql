CREATE TABLE `photos` (
	`plan_id` text NOT NULL,
	`id` text NOT NULL,
	`type` text NOT NULL,
	`bytes` blob NOT NULL,
	`saved_at` integer NOT NULL,
	PRIMARY KEY(`plan_id`, `id`),
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `readings` (
	`plan_id` text NOT NULL,
	`id` text NOT NULL,
	`version` integer NOT NULL,
	`entry` text,
	`added` integer NOT NULL,
	`changed` integer NOT NULL,
	`saved_at` integer NOT NULL,
	PRIMARY KEY(`plan_id`, `id`),
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `readings_added` ON `readings` (`plan_id`,`added`);--> statement-breakpoint
INSERT INTO `readings` (`plan_id`, `id`, `version`, `entry`, `added`, `changed`, `saved_at`)
SELECT p.`id`, 'old-' || j.`key`, 1, json_remove(j.`value`, '$.id'), j.`key` + 1, j.`key` + 1, p.`updated_at`
FROM `plans` p, json_each(CASE WHEN json_valid(p.`document`) THEN p.`document` ELSE '{}' END, '$.log') j;
--> statement-breakpoint
UPDATE `plans` SET `document` = json_remove(`document`, '$.log')
WHERE json_valid(`document`) AND json_type(CASE WHEN json_valid(`document`) THEN `document` ELSE '{}' END, '$.log') IS NOT NULL;
