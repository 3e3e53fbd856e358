PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_papers` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`maker` text NOT NULL,
	`name` text NOT NULL,
	`surface` text NOT NULL,
	`weight` integer,
	`thickness_um` integer,
	`note` text DEFAULT '' NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
INSERT INTO `__new_papers`("id", "number", "maker", "name", "surface", "weight", "thickness_um", "note", "revision", "retired_at") SELECT "id", "number", "maker", "name", "surface", "weight", "thickness_um", "note", "revision", "retired_at" FROM `papers`;--> statement-breakpoint
DROP TABLE `papers`;--> statement-breakpoint
ALTER TABLE `__new_papers` RENAME TO `papers`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE UNIQUE INDEX `papers_number_unique` ON `papers` (`number`);--> statement-breakpoint
CREATE TABLE `__new_stocks` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`kind` text NOT NULL,
	`width_um` integer NOT NULL,
	`length_um` integer NOT NULL,
	`pack` integer NOT NULL,
	`price` integer,
	`revision` integer DEFAULT 1 NOT NULL,
	`retired_at` integer,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "stock_sizes" CHECK("__new_stocks"."width_um" > 0 and "__new_stocks"."length_um" > 0 and "__new_stocks"."pack" > 0 and "__new_stocks"."price" >= 0)
);
--> statement-breakpoint
INSERT INTO `__new_stocks`("id", "paper_id", "kind", "width_um", "length_um", "pack", "price", "revision", "retired_at") SELECT "id", "paper_id", "kind", "width_um", "length_um", "pack", "price", "revision", "retired_at" FROM `stocks`;--> statement-breakpoint
DROP TABLE `stocks`;--> statement-breakpoint
ALTER TABLE `__new_stocks` RENAME TO `stocks`;--> statement-breakpoint
CREATE UNIQUE INDEX `one_stock_per_form` ON `stocks` (`paper_id`,`kind`,`width_um`,`length_um`);--> statement-breakpoint
CREATE TABLE `__new_tariffs` (
	`id` text PRIMARY KEY NOT NULL,
	`valid_from` integer NOT NULL,
	`paper_percent` integer NOT NULL,
	`ink_per_100_ml` integer,
	`room_share` integer NOT NULL
);
--> statement-breakpoint
INSERT INTO `__new_tariffs`("id", "valid_from", "paper_percent", "ink_per_100_ml", "room_share") SELECT "id", "valid_from", "paper_percent", "ink_per_100_ml", "room_share" FROM `tariffs`;--> statement-breakpoint
DROP TABLE `tariffs`;--> statement-breakpoint
ALTER TABLE `__new_tariffs` RENAME TO `tariffs`;