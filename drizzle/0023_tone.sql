CREATE TABLE `scanners` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`name` text NOT NULL,
	`encoding` text NOT NULL,
	`curve` text,
	`checked_at` integer,
	`wedge_id` text,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`wedge_id`) REFERENCES `wedges`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `scanners_number_unique` ON `scanners` (`number`);--> statement-breakpoint
CREATE TABLE `tone_curves` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`wedge_id` text NOT NULL,
	`reading_id` text NOT NULL,
	`seal` text NOT NULL,
	`darkness` integer NOT NULL,
	`strength` integer NOT NULL,
	`table` text NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`wedge_id`) REFERENCES `wedges`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`reading_id`) REFERENCES `tone_readings`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "tone_strength" CHECK("tone_curves"."strength" between 0 and 1000)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `tone_curves_number_unique` ON `tone_curves` (`number`);--> statement-breakpoint
CREATE INDEX `tone_curves_by_seal` ON `tone_curves` (`seal`,`darkness`);--> statement-breakpoint
CREATE TABLE `tone_readings` (
	`id` text PRIMARY KEY NOT NULL,
	`wedge_id` text NOT NULL,
	`kind` text NOT NULL,
	`body` text NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`wedge_id`) REFERENCES `wedges`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `tone_readings_by_wedge` ON `tone_readings` (`wedge_id`,`at`);--> statement-breakpoint
CREATE TABLE `wedges` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`code` integer NOT NULL,
	`version_id` text NOT NULL,
	`seal` text NOT NULL,
	`darkness` integer NOT NULL,
	`layout` text NOT NULL,
	`curve_id` text,
	`picture_id` text NOT NULL,
	`slip_id` text NOT NULL,
	`printed_at` integer,
	`note` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`version_id`) REFERENCES `preset_versions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`picture_id`) REFERENCES `pictures`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`slip_id`) REFERENCES `slips`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `wedges_number_unique` ON `wedges` (`number`);--> statement-breakpoint
CREATE UNIQUE INDEX `wedges_code_unique` ON `wedges` (`code`);--> statement-breakpoint
CREATE INDEX `wedges_by_seal` ON `wedges` (`seal`,`darkness`);--> statement-breakpoint
CREATE INDEX `wedges_by_slip` ON `wedges` (`slip_id`);