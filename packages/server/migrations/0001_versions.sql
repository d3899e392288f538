CREATE TABLE `versions` (
	`plan_id` text NOT NULL,
	`revision` integer NOT NULL,
	`title` text NOT NULL,
	`summary` text NOT NULL,
	`name` text,
	`saved_at` integer NOT NULL,
	`document` blob NOT NULL,
	PRIMARY KEY(`plan_id`, `revision`),
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE cascade
);
