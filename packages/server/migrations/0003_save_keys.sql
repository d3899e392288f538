ALTER TABLE `versions` ADD `save_key` text;--> statement-breakpoint
CREATE UNIQUE INDEX `versions_save_key` ON `versions` (`plan_id`,`save_key`);