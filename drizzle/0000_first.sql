CREATE TABLE `account_entries` (
	`id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`person_id` text,
	`group_id` text,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`run_id` text,
	`note` text DEFAULT '' NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`group_id`) REFERENCES `groups`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "one_account" CHECK(("account_entries"."person_id" is null) <> ("account_entries"."group_id" is null))
);
--> statement-breakpoint
CREATE INDEX `entries_by_person` ON `account_entries` (`person_id`);--> statement-breakpoint
CREATE INDEX `entries_by_group` ON `account_entries` (`group_id`);--> statement-breakpoint
CREATE TABLE `events` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`actor_id` text NOT NULL,
	`action` text NOT NULL,
	`subject` text NOT NULL,
	`data` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `feeds` (
	`id` text PRIMARY KEY NOT NULL,
	`printer_id` text NOT NULL,
	`position` integer NOT NULL,
	`facts` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `groups` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`payload` text NOT NULL,
	`state` text NOT NULL,
	`attempts` integer DEFAULT 0 NOT NULL,
	`lease_until` integer,
	`progress` integer DEFAULT 0 NOT NULL,
	`result` text,
	`problem` text,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `jobs_waiting` ON `jobs` (`state`,`created_at`);--> statement-breakpoint
CREATE TABLE `loads` (
	`printer_id` text NOT NULL,
	`feed_id` text NOT NULL,
	`stock_id` text,
	`roll_id` text,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	PRIMARY KEY(`printer_id`, `feed_id`),
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`feed_id`) REFERENCES `feeds`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`stock_id`) REFERENCES `stocks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`roll_id`) REFERENCES `rolls`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `papers` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`maker` text NOT NULL,
	`name` text NOT NULL,
	`surface` text NOT NULL,
	`weight` integer NOT NULL,
	`thickness_um` integer NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
CREATE UNIQUE INDEX `papers_number_unique` ON `papers` (`number`);--> statement-breakpoint
CREATE TABLE `people` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`name` text NOT NULL,
	`role` text NOT NULL,
	`group_id` text,
	`note` text DEFAULT '' NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`group_id`) REFERENCES `groups`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `people_number_unique` ON `people` (`number`);--> statement-breakpoint
CREATE TABLE `pictures` (
	`id` text PRIMARY KEY NOT NULL,
	`sha` text NOT NULL,
	`name` text NOT NULL,
	`mime` text NOT NULL,
	`bytes` integer NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`orientation` integer NOT NULL,
	`grey` integer NOT NULL,
	`bits` integer NOT NULL,
	`profile` text,
	`decoded` integer,
	`thumb_sha` text NOT NULL,
	`preview_sha` text,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `pictures_by_sha` ON `pictures` (`sha`);--> statement-breakpoint
CREATE TABLE `preset_versions` (
	`id` text PRIMARY KEY NOT NULL,
	`preset_id` text NOT NULL,
	`number` integer NOT NULL,
	`settings` text NOT NULL,
	`canonical` text NOT NULL,
	`seal_hash` text NOT NULL,
	`seal` text NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`why` text NOT NULL,
	FOREIGN KEY (`preset_id`) REFERENCES `presets`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `version_numbers` ON `preset_versions` (`preset_id`,`number`);--> statement-breakpoint
CREATE INDEX `versions_by_seal` ON `preset_versions` (`seal_hash`);--> statement-breakpoint
CREATE TABLE `presets` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`name` text NOT NULL,
	`draft` text,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
CREATE UNIQUE INDEX `presets_number_unique` ON `presets` (`number`);--> statement-breakpoint
CREATE TABLE `printers` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`nickname` text NOT NULL,
	`make_model` text NOT NULL,
	`carriage_um` integer NOT NULL,
	`ink_set` text NOT NULL,
	`black_shared` integer NOT NULL,
	`swap_seconds` integer NOT NULL,
	`swap_microlitres` integer NOT NULL,
	`holds_black` text,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
CREATE UNIQUE INDEX `printers_number_unique` ON `printers` (`number`);--> statement-breakpoint
CREATE TABLE `profiles` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`sha` text NOT NULL,
	`space` text NOT NULL,
	`seal_made_with` text,
	`at` integer NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
CREATE TABLE `queues` (
	`id` text PRIMARY KEY NOT NULL,
	`printer_id` text NOT NULL,
	`name` text NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`language` text DEFAULT '' NOT NULL,
	`is_default` integer NOT NULL,
	`shared` integer DEFAULT false NOT NULL,
	`facts` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `roll_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`roll_id` text NOT NULL,
	`at` integer NOT NULL,
	`kind` text NOT NULL,
	`delta_um` integer NOT NULL,
	`run_id` text,
	`note` text DEFAULT '' NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`roll_id`) REFERENCES `rolls`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `roll_moves_by_roll` ON `roll_moves` (`roll_id`);--> statement-breakpoint
CREATE TABLE `rolls` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`stock_id` text NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`stock_id`) REFERENCES `stocks`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `rolls_number_unique` ON `rolls` (`number`);--> statement-breakpoint
CREATE TABLE `room` (
	`id` integer PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`unit` text NOT NULL,
	`currency` text NOT NULL,
	`exponent` integer NOT NULL,
	`time_zone` text NOT NULL,
	`stop_ppi` integer DEFAULT 90 NOT NULL,
	`look_ppi` integer DEFAULT 200 NOT NULL,
	`usual_copies` integer DEFAULT 6 NOT NULL,
	`demo` integer DEFAULT false NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	CONSTRAINT "one_room" CHECK("room"."id" = 1),
	CONSTRAINT "exponent_known" CHECK("room"."exponent" in (0, 2, 3))
);
--> statement-breakpoint
CREATE TABLE `runs` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`slip_id` text NOT NULL,
	`version_id` text NOT NULL,
	`printer_id` text NOT NULL,
	`member_id` text,
	`group_id` text,
	`paper_id` text NOT NULL,
	`stock_id` text,
	`roll_id` text,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`outcome` text NOT NULL,
	`cause` text,
	`note` text DEFAULT '' NOT NULL,
	`copy` integer NOT NULL,
	`width_um` integer NOT NULL,
	`length_um` integer NOT NULL,
	`ink_microlitres` integer NOT NULL,
	`cost` integer NOT NULL,
	`charge` integer NOT NULL,
	`tariff_id` text NOT NULL,
	`answers` text NOT NULL,
	`facts` text NOT NULL,
	FOREIGN KEY (`slip_id`) REFERENCES `slips`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version_id`) REFERENCES `preset_versions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`member_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`group_id`) REFERENCES `groups`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`stock_id`) REFERENCES `stocks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`roll_id`) REFERENCES `rolls`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "cause_when_spoiled" CHECK(("runs"."outcome" = 'spoiled') = ("runs"."cause" is not null))
);
--> statement-breakpoint
CREATE UNIQUE INDEX `runs_number_unique` ON `runs` (`number`);--> statement-breakpoint
CREATE INDEX `runs_by_time` ON `runs` (`at`,`id`);--> statement-breakpoint
CREATE INDEX `runs_by_slip` ON `runs` (`slip_id`);--> statement-breakpoint
CREATE TABLE `sizes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`short_um` integer NOT NULL,
	`long_um` integer NOT NULL,
	`unit` text NOT NULL,
	`pwg` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
CREATE TABLE `slips` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`title` text NOT NULL,
	`state` text NOT NULL,
	`member_id` text,
	`version_id` text,
	`picture_id` text,
	`body` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`member_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version_id`) REFERENCES `preset_versions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`picture_id`) REFERENCES `pictures`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `slips_number_unique` ON `slips` (`number`);--> statement-breakpoint
CREATE INDEX `slips_by_state` ON `slips` (`state`,`updated_at`);--> statement-breakpoint
CREATE TABLE `stock_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`stock_id` text NOT NULL,
	`at` integer NOT NULL,
	`delta` integer NOT NULL,
	`kind` text NOT NULL,
	`run_id` text,
	`by_id` text NOT NULL,
	FOREIGN KEY (`stock_id`) REFERENCES `stocks`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stock_moves_by_stock` ON `stock_moves` (`stock_id`);--> statement-breakpoint
CREATE TABLE `stocks` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`kind` text NOT NULL,
	`width_um` integer NOT NULL,
	`length_um` integer NOT NULL,
	`pack` integer NOT NULL,
	`price` integer NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "stock_sizes" CHECK("stocks"."width_um" > 0 and "stocks"."length_um" > 0 and "stocks"."pack" > 0 and "stocks"."price" >= 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `one_stock_per_form` ON `stocks` (`paper_id`,`kind`,`width_um`,`length_um`);--> statement-breakpoint
CREATE TABLE `tariffs` (
	`id` text PRIMARY KEY NOT NULL,
	`valid_from` integer NOT NULL,
	`paper_percent` integer NOT NULL,
	`ink_per_100_ml` integer NOT NULL,
	`room_share` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `upkeep` (
	`id` text PRIMARY KEY NOT NULL,
	`printer_id` text NOT NULL,
	`kind` text NOT NULL,
	`at` integer NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `upkeep_by_printer` ON `upkeep` (`printer_id`,`at`);