CREATE TABLE `grids` (
	`plan_id` text PRIMARY KEY NOT NULL,
	`saved_at` integer NOT NULL,
	`ascii` blob NOT NULL,
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE cascade
);
