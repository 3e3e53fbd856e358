CREATE TABLE `certificates` (
	`id` text PRIMARY KEY NOT NULL,
	`address` text NOT NULL,
	`fingerprint` text NOT NULL,
	`at` integer NOT NULL,
	`by_id` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `edge_checks` ADD `solved_no` integer;--> statement-breakpoint
ALTER TABLE `pictures` ADD `colour_note` text;--> statement-breakpoint
ALTER TABLE `pictures` ADD `colour_asks` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `pictures` ADD `page` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `prints` ADD `job_uri` text;--> statement-breakpoint
ALTER TABLE `run_corrections` ADD `member_id` text REFERENCES people(id);--> statement-breakpoint
DROP TRIGGER edge_checks_never_change;--> statement-breakpoint
UPDATE edge_checks SET solved_no = (SELECT count(*) FROM edge_checks o WHERE o.solved_at IS NOT NULL AND (o.solved_at < edge_checks.solved_at OR (o.solved_at = edge_checks.solved_at AND o.number <= edge_checks.number))) WHERE solved_at IS NOT NULL;--> statement-breakpoint
CREATE TRIGGER edge_checks_never_change BEFORE UPDATE ON edge_checks WHEN OLD.state = 'solved' AND (NEW.state <> 'withdrawn' OR NEW.result IS NOT OLD.result OR NEW.readings IS NOT OLD.readings) BEGIN SELECT RAISE(ABORT, 'a solved edge check is never edited'); END;
