DROP TABLE `prints`;--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_account_entries` (
	`id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`person_id` text,
	`group_id` text,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`part_id` text,
	`note` text DEFAULT '' NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`group_id`) REFERENCES `groups`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`part_id`) REFERENCES `run_parts`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "one_account" CHECK(("__new_account_entries"."person_id" is null) <> ("__new_account_entries"."group_id" is null))
);
--> statement-breakpoint
INSERT INTO `__new_account_entries`("id", "at", "person_id", "group_id", "kind", "amount", "part_id", "note", "by_id") SELECT "id", "at", "person_id", "group_id", "kind", "amount", "part_id", "note", "by_id" FROM `account_entries`;--> statement-breakpoint
DROP TABLE `account_entries`;--> statement-breakpoint
ALTER TABLE `__new_account_entries` RENAME TO `account_entries`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `entries_by_person` ON `account_entries` (`person_id`);--> statement-breakpoint
CREATE INDEX `entries_by_group` ON `account_entries` (`group_id`);--> statement-breakpoint
CREATE INDEX `entries_by_part` ON `account_entries` (`part_id`);--> statement-breakpoint
CREATE TABLE `__new_runs` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`version_id` text NOT NULL,
	`printer_id` text NOT NULL,
	`paper_id` text NOT NULL,
	`stock_id` text,
	`roll_id` text,
	`at` integer NOT NULL,
	`by_id` text NOT NULL,
	`outcome` text NOT NULL,
	`cause` text,
	`note` text DEFAULT '' NOT NULL,
	`width_um` integer NOT NULL,
	`length_um` integer NOT NULL,
	`ink_microlitres` integer NOT NULL,
	`cost` integer NOT NULL,
	`charge` integer NOT NULL,
	`tariff_id` text NOT NULL,
	FOREIGN KEY (`version_id`) REFERENCES `preset_versions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`stock_id`) REFERENCES `stocks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`roll_id`) REFERENCES `rolls`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "cause_when_spoiled" CHECK(("__new_runs"."outcome" = 'spoiled') = ("__new_runs"."cause" is not null))
);
--> statement-breakpoint
INSERT INTO `__new_runs`("id", "number", "version_id", "printer_id", "paper_id", "stock_id", "roll_id", "at", "by_id", "outcome", "cause", "note", "width_um", "length_um", "ink_microlitres", "cost", "charge", "tariff_id") SELECT "id", "number", "version_id", "printer_id", "paper_id", "stock_id", "roll_id", "at", "by_id", "outcome", "cause", "note", "width_um", "length_um", "ink_microlitres", "cost", "charge", "tariff_id" FROM `runs`;--> statement-breakpoint
DROP TABLE `runs`;--> statement-breakpoint
ALTER TABLE `__new_runs` RENAME TO `runs`;--> statement-breakpoint
CREATE UNIQUE INDEX `runs_number_unique` ON `runs` (`number`);--> statement-breakpoint
CREATE INDEX `runs_by_time` ON `runs` (`at`,`id`);--> statement-breakpoint
CREATE TABLE `__new_slips` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`title` text NOT NULL,
	`state` text NOT NULL,
	`member_id` text,
	`picture_id` text,
	`body` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`member_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`picture_id`) REFERENCES `pictures`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_slips`("id", "number", "title", "state", "member_id", "picture_id", "body", "revision", "created_at", "updated_at") SELECT "id", "number", "title", "state", "member_id", "picture_id", "body", "revision", "created_at", "updated_at" FROM `slips`;--> statement-breakpoint
DROP TABLE `slips`;--> statement-breakpoint
ALTER TABLE `__new_slips` RENAME TO `slips`;--> statement-breakpoint
CREATE UNIQUE INDEX `slips_number_unique` ON `slips` (`number`);--> statement-breakpoint
CREATE INDEX `slips_by_state` ON `slips` (`state`,`updated_at`);--> statement-breakpoint
ALTER TABLE `room` DROP COLUMN `look_ppi`;--> statement-breakpoint
CREATE TRIGGER runs_never_change BEFORE UPDATE ON runs WHEN OLD.outcome <> 'not known' BEGIN SELECT RAISE(ABORT, 'a run is never edited'); END;--> statement-breakpoint
CREATE TRIGGER runs_stay BEFORE DELETE ON runs BEGIN SELECT RAISE(ABORT, 'a run is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER account_entries_never_change BEFORE UPDATE ON account_entries BEGIN SELECT RAISE(ABORT, 'an account entry is never edited'); END;--> statement-breakpoint
CREATE TRIGGER account_entries_stay BEFORE DELETE ON account_entries BEGIN SELECT RAISE(ABORT, 'an account entry is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER run_parts_never_change BEFORE UPDATE OF run_id, position, slip_id, print_id, copy, member_id, group_id, charge_to, at, printer_id, version_id, paper_id, paper_um2, ink_microlitres, cost, charge ON run_parts WHEN OLD.now_outcome <> 'not known' BEGIN SELECT RAISE(ABORT, 'a part of a run is never edited'); END;--> statement-breakpoint
CREATE TRIGGER run_parts_stay BEFORE DELETE ON run_parts BEGIN SELECT RAISE(ABORT, 'a part of a run is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER run_records_never_change BEFORE UPDATE ON run_records WHEN (SELECT outcome FROM runs WHERE id = OLD.run_id) <> 'not known' BEGIN SELECT RAISE(ABORT, 'the record of a run is never edited'); END;--> statement-breakpoint
CREATE TRIGGER run_records_stay BEFORE DELETE ON run_records BEGIN SELECT RAISE(ABORT, 'the record of a run is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER print_jobs_stay BEFORE DELETE ON print_jobs BEGIN SELECT RAISE(ABORT, 'a print job is never forgotten'); END;
