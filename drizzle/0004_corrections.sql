CREATE TABLE `run_corrections` (
	`id` text PRIMARY KEY NOT NULL,
	`run_id` text NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`outcome` text NOT NULL,
	`cause` text,
	`note` text NOT NULL,
	`charge` integer NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "corrected_cause_when_spoiled" CHECK(("run_corrections"."outcome" = 'spoiled') = ("run_corrections"."cause" is not null))
);
--> statement-breakpoint
CREATE INDEX `corrections_by_run` ON `run_corrections` (`run_id`,`id`);--> statement-breakpoint
CREATE TRIGGER run_corrections_never_change BEFORE UPDATE ON run_corrections BEGIN SELECT RAISE(ABORT, 'a correction is never edited'); END;--> statement-breakpoint
CREATE TRIGGER run_corrections_stay BEFORE DELETE ON run_corrections BEGIN SELECT RAISE(ABORT, 'a correction is never deleted'); END;
