CREATE TABLE `heard` (
	`queue_id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`facts` text NOT NULL,
	`since` text NOT NULL,
	`away_at` integer,
	FOREIGN KEY (`queue_id`) REFERENCES `queues`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `loads` ADD `confirmed` text;