CREATE TABLE `screen_readings` (
	`id` text PRIMARY KEY NOT NULL,
	`screen_id` text NOT NULL,
	`at` integer NOT NULL,
	`brightness` integer NOT NULL,
	`white` integer NOT NULL,
	`instrument` text DEFAULT '' NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`screen_id`) REFERENCES `screens`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `screen_readings_by_screen` ON `screen_readings` (`screen_id`,`at`);--> statement-breakpoint
CREATE TABLE `screens` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`name` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
CREATE UNIQUE INDEX `screens_number_unique` ON `screens` (`number`);--> statement-breakpoint
CREATE TABLE `trials` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`paper_id` text NOT NULL,
	`queue_id` text NOT NULL,
	`media_setting_id` text NOT NULL,
	`media_setting_name` text NOT NULL,
	`run_id` text,
	`printed` text DEFAULT '' NOT NULL,
	`printed_at` integer,
	`at` integer NOT NULL,
	`light` text NOT NULL,
	`screen_id` text,
	`seen` text NOT NULL,
	`kept` text NOT NULL,
	`flaws` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`queue_id`) REFERENCES `queues`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`screen_id`) REFERENCES `screens`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `trials_number_unique` ON `trials` (`number`);--> statement-breakpoint
CREATE INDEX `trials_by_paper` ON `trials` (`paper_id`,`at`);--> statement-breakpoint
ALTER TABLE `papers` ADD `white` text;--> statement-breakpoint
ALTER TABLE `room` ADD `screen_days` integer DEFAULT 30 NOT NULL;--> statement-breakpoint
ALTER TABLE `room` ADD `brightest_screen` integer DEFAULT 120 NOT NULL;--> statement-breakpoint
ALTER TABLE `room` ADD `dry_hours` integer DEFAULT 24 NOT NULL;