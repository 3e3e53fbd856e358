CREATE TABLE `edge_checks` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`printer_id` text NOT NULL,
	`queue_id` text NOT NULL,
	`feed_id` text NOT NULL,
	`version_id` text NOT NULL,
	`edge` text NOT NULL,
	`size_name` text NOT NULL,
	`width_um` integer NOT NULL,
	`length_um` integer NOT NULL,
	`layout` text NOT NULL,
	`readings` text NOT NULL,
	`instrument` text NOT NULL,
	`declared` text NOT NULL,
	`result` text,
	`state` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`created_at` integer NOT NULL,
	`by_id` text NOT NULL,
	`solved_at` integer,
	`read_by_id` text,
	`revision` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`queue_id`) REFERENCES `queues`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`feed_id`) REFERENCES `feeds`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version_id`) REFERENCES `preset_versions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "solved_has_result" CHECK("edge_checks"."state" <> 'solved' or "edge_checks"."result" is not null)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `edge_checks_number_unique` ON `edge_checks` (`number`);--> statement-breakpoint
CREATE INDEX `edge_checks_in_use` ON `edge_checks` (`queue_id`,`feed_id`,`edge`,`solved_at`);--> statement-breakpoint
CREATE TABLE `prints` (
	`id` text PRIMARY KEY NOT NULL,
	`job_name` text NOT NULL,
	`queue_id` text NOT NULL,
	`slip_id` text,
	`check_id` text,
	`copy` integer NOT NULL,
	`state` text NOT NULL,
	`outcome` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`answers` text NOT NULL,
	`facts` text,
	`ipp_job_id` integer,
	`cancel_asked` integer DEFAULT false NOT NULL,
	`progress` integer DEFAULT 0 NOT NULL,
	`printer_says` text DEFAULT '' NOT NULL,
	`problem` text,
	`run_id` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`queue_id`) REFERENCES `queues`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`slip_id`) REFERENCES `slips`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`check_id`) REFERENCES `edge_checks`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "print_of_one" CHECK(("prints"."slip_id" is null) <> ("prints"."check_id" is null))
);
--> statement-breakpoint
CREATE UNIQUE INDEX `prints_job_name_unique` ON `prints` (`job_name`);--> statement-breakpoint
CREATE INDEX `prints_under_way` ON `prints` (`state`,`created_at`);--> statement-breakpoint
CREATE INDEX `prints_by_slip` ON `prints` (`slip_id`);--> statement-breakpoint
CREATE TABLE `told` (
	`queue_id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`address` text NOT NULL,
	`facts` text NOT NULL,
	FOREIGN KEY (`queue_id`) REFERENCES `queues`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `room` ADD `edge_check_days` integer DEFAULT 180 NOT NULL;--> statement-breakpoint
CREATE TRIGGER edge_checks_never_change BEFORE UPDATE ON edge_checks WHEN OLD.state = 'solved' AND (NEW.state <> 'withdrawn' OR NEW.result IS NOT OLD.result OR NEW.readings IS NOT OLD.readings) BEGIN SELECT RAISE(ABORT, 'a solved edge check is never edited'); END;--> statement-breakpoint
CREATE TRIGGER edge_checks_stay BEFORE DELETE ON edge_checks BEGIN SELECT RAISE(ABORT, 'an edge check is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER prints_stay BEFORE DELETE ON prints BEGIN SELECT RAISE(ABORT, 'a print is never forgotten'); END;
