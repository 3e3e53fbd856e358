CREATE TABLE `print_jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`job_name` text NOT NULL,
	`queue_id` text NOT NULL,
	`subject` text NOT NULL,
	`subject_id` text NOT NULL,
	`print_id` text NOT NULL,
	`sheet` integer NOT NULL,
	`title` text NOT NULL,
	`href` text NOT NULL,
	`state` text NOT NULL,
	`outcome` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`document` text NOT NULL,
	`booking` text NOT NULL,
	`ipp_job_id` integer,
	`job_uri` text,
	`cancel_asked` integer DEFAULT false NOT NULL,
	`lease_until` integer,
	`progress` integer DEFAULT 0 NOT NULL,
	`printer_says` text DEFAULT '' NOT NULL,
	`problem` text,
	`run_id` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`queue_id`) REFERENCES `queues`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `print_jobs_job_name_unique` ON `print_jobs` (`job_name`);--> statement-breakpoint
CREATE INDEX `print_jobs_under_way` ON `print_jobs` (`state`,`created_at`);--> statement-breakpoint
CREATE INDEX `print_jobs_by_subject` ON `print_jobs` (`subject_id`,`print_id`);--> statement-breakpoint
CREATE TABLE `run_parts` (
	`id` text PRIMARY KEY NOT NULL,
	`run_id` text NOT NULL,
	`position` integer NOT NULL,
	`slip_id` text NOT NULL,
	`print_id` text NOT NULL,
	`copy` integer NOT NULL,
	`member_id` text,
	`group_id` text,
	`charge_to` text NOT NULL,
	`at` integer NOT NULL,
	`printer_id` text NOT NULL,
	`version_id` text NOT NULL,
	`paper_id` text NOT NULL,
	`paper_um2` integer NOT NULL,
	`ink_microlitres` integer NOT NULL,
	`cost` integer NOT NULL,
	`charge` integer NOT NULL,
	`now_outcome` text NOT NULL,
	`now_cause` text,
	`now_member_id` text,
	`now_charge` integer NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`slip_id`) REFERENCES `slips`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`member_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`group_id`) REFERENCES `groups`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`now_member_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `parts_of_run` ON `run_parts` (`run_id`,`position`);--> statement-breakpoint
CREATE INDEX `parts_by_time` ON `run_parts` (`at`,`run_id`);--> statement-breakpoint
CREATE INDEX `parts_by_member` ON `run_parts` (`now_member_id`,`at`);--> statement-breakpoint
CREATE INDEX `parts_by_printer` ON `run_parts` (`printer_id`,`at`);--> statement-breakpoint
CREATE INDEX `parts_by_paper` ON `run_parts` (`paper_id`,`at`);--> statement-breakpoint
CREATE INDEX `parts_by_outcome` ON `run_parts` (`now_outcome`,`at`);--> statement-breakpoint
CREATE INDEX `parts_by_version` ON `run_parts` (`version_id`);--> statement-breakpoint
CREATE INDEX `parts_by_slip` ON `run_parts` (`slip_id`,`print_id`);--> statement-breakpoint
CREATE TABLE `run_records` (
	`run_id` text PRIMARY KEY NOT NULL,
	`schema` integer NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `account_entries` ADD `part_id` text REFERENCES run_parts(id);--> statement-breakpoint
ALTER TABLE `room` ADD `caution_ppi` integer DEFAULT 200 NOT NULL;