ALTER TABLE `room` ADD `tone_bend` integer DEFAULT 4 NOT NULL;--> statement-breakpoint
ALTER TABLE `room` ADD `tone_tint` integer DEFAULT 2 NOT NULL;--> statement-breakpoint
ALTER TABLE `wedges` ADD `booking` text;