CREATE TABLE `profile_seals` (
	`profile_id` text NOT NULL,
	`seal` text NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	PRIMARY KEY(`profile_id`, `seal`),
	FOREIGN KEY (`profile_id`) REFERENCES `profiles`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `profiles` ADD `about` text;--> statement-breakpoint
ALTER TABLE `profiles` ADD `unfit` text;--> statement-breakpoint
INSERT INTO `profile_seals` (`profile_id`, `seal`, `at`, `by_id`)
SELECT p.id, p.seal_made_with, p.at, coalesce((SELECT id FROM people WHERE role = 'keeper' ORDER BY number LIMIT 1), '') FROM `profiles` p
WHERE p.seal_made_with IS NOT NULL;
