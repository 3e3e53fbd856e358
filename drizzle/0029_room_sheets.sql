CREATE TABLE `room_sheets` (
	`id` text PRIMARY KEY NOT NULL,
	`check_id` text NOT NULL,
	`at` integer NOT NULL,
	`printer_id` text NOT NULL,
	`paper_id` text NOT NULL,
	`paper_um2` integer NOT NULL,
	`ink_microlitres` integer NOT NULL,
	`cost` integer NOT NULL,
	`unknown` text DEFAULT '' NOT NULL,
	`by_id` text NOT NULL,
	FOREIGN KEY (`check_id`) REFERENCES `edge_checks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`printer_id`) REFERENCES `printers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `room_sheets_by_time` ON `room_sheets` (`at`);