CREATE TABLE `paper_paths` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`queue_id` text NOT NULL,
	`begun_at` integer NOT NULL,
	`by_id` text NOT NULL,
	`said` text NOT NULL,
	`proofs` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`queue_id`) REFERENCES `queues`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `one_path_at_a_time` ON `paper_paths` (`paper_id`,`queue_id`) WHERE "paper_paths"."retired_at" is null;