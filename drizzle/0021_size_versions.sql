CREATE TABLE `size_names` (
	`size_id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `sizes` ADD `replaced_by_id` text;