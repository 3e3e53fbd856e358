CREATE TABLE `attachments` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`name` text NOT NULL,
	`mime` text NOT NULL,
	`sha` text NOT NULL,
	`bytes` integer NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `attachments_by_owner` ON `attachments` (`owner_id`,`at`);--> statement-breakpoint
CREATE TABLE `outside_targets` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`name` text NOT NULL,
	`service` text DEFAULT '' NOT NULL,
	`instructions` text DEFAULT '' NOT NULL,
	`picture_id` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`picture_id`) REFERENCES `pictures`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "target_sizes" CHECK("outside_targets"."width_um" > 0 and "outside_targets"."height_um" > 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `outside_targets_number_unique` ON `outside_targets` (`number`);--> statement-breakpoint
CREATE TABLE `paper_notes` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`says` text NOT NULL,
	`source` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `paper_notes_by_paper` ON `paper_notes` (`paper_id`,`at`);--> statement-breakpoint
CREATE TABLE `target_prints` (
	`slip_id` text PRIMARY KEY NOT NULL,
	`target_id` text NOT NULL,
	`version_id` text NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`slip_id`) REFERENCES `slips`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`target_id`) REFERENCES `outside_targets`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version_id`) REFERENCES `preset_versions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `target_prints_by_target` ON `target_prints` (`target_id`,`at`);