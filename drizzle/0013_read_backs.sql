CREATE TABLE `read_backs` (
	`id` text PRIMARY KEY NOT NULL,
	`version_id` text NOT NULL,
	`slip_id` text,
	`print_id` text,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`found` text NOT NULL,
	`settled_at` integer,
	`settled_by_id` text,
	FOREIGN KEY (`version_id`) REFERENCES `preset_versions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`slip_id`) REFERENCES `slips`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `read_backs_by_version` ON `read_backs` (`version_id`,`at`);--> statement-breakpoint
CREATE INDEX `read_backs_open` ON `read_backs` (`settled_at`);