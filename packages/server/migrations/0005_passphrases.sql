CREATE TABLE `passphrases` (
	`role` text PRIMARY KEY NOT NULL,
	`hash` text NOT NULL,
	`set_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`role` text NOT NULL,
	`created_at` integer NOT NULL,
	`ends_at` integer NOT NULL
);
