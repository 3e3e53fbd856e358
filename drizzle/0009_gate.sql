CREATE TABLE `stock_prices` (
	`id` text PRIMARY KEY NOT NULL,
	`stock_id` text NOT NULL,
	`valid_from` integer NOT NULL,
	`pack` integer NOT NULL,
	`price` integer,
	`by_id` text NOT NULL,
	FOREIGN KEY (`stock_id`) REFERENCES `stocks`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stock_prices_by_stock` ON `stock_prices` (`stock_id`,`valid_from`);--> statement-breakpoint
ALTER TABLE `account_entries` ADD `reverses` text;--> statement-breakpoint
ALTER TABLE `pictures` ADD `profile_sha` text;--> statement-breakpoint
ALTER TABLE `pictures` ADD `profile_class` text;--> statement-breakpoint
ALTER TABLE `preset_versions` ADD `words` text;--> statement-breakpoint
ALTER TABLE `preset_versions` ADD `despite` text;--> statement-breakpoint
ALTER TABLE `printers` ADD `ink_set_at` integer;--> statement-breakpoint
ALTER TABLE `room` ADD `surfaces` text;--> statement-breakpoint
ALTER TABLE `upkeep` ADD `result` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `upkeep` ADD `person_id` text REFERENCES people(id);