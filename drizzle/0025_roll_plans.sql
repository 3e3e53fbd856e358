CREATE TABLE `roll_plans` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`version_id` text NOT NULL,
	`roll_id` text,
	`state` text NOT NULL,
	`body` text NOT NULL,
	`cuts_made` integer DEFAULT 0 NOT NULL,
	`offcuts_kept` text DEFAULT '[]' NOT NULL,
	`run_id` text,
	`created_at` integer NOT NULL,
	`by_id` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`version_id`) REFERENCES `preset_versions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`roll_id`) REFERENCES `rolls`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `roll_plans_number_unique` ON `roll_plans` (`number`);--> statement-breakpoint
CREATE INDEX `roll_plans_by_state` ON `roll_plans` (`state`);--> statement-breakpoint
DROP INDEX `parts_by_time`;--> statement-breakpoint
CREATE INDEX `parts_by_time` ON `run_parts` (`at`,`id`);--> statement-breakpoint
ALTER TABLE `rolls` ADD `core_um` integer;--> statement-breakpoint
ALTER TABLE `rolls` ADD `thickness_um` integer;--> statement-breakpoint
ALTER TABLE `rolls` ADD `price` integer;--> statement-breakpoint
ALTER TABLE `rolls` ADD `finished_at` integer;--> statement-breakpoint
ALTER TABLE `rolls` ADD `revision` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `room` ADD `plan_shares` text DEFAULT 'own area and waste' NOT NULL;--> statement-breakpoint
ALTER TABLE `run_corrections` ADD `part_id` text REFERENCES run_parts(id);