CREATE TABLE `run_measures` (
	`id` text PRIMARY KEY NOT NULL,
	`run_id` text NOT NULL,
	`run_at` integer NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`instrument` text NOT NULL,
	`printer_id` text NOT NULL,
	`queue_id` text NOT NULL,
	`feed_id` text NOT NULL,
	`edge` text NOT NULL,
	`check_id` text,
	`piece` integer NOT NULL,
	`held` text NOT NULL,
	`across_um` integer,
	`along_um` integer,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `measures_by_run` ON `run_measures` (`run_id`,`at`);--> statement-breakpoint
CREATE INDEX `measures_by_feed` ON `run_measures` (`printer_id`,`feed_id`,`run_at`);