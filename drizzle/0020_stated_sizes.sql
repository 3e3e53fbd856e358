ALTER TABLE `pictures` ADD `stated_width_um` integer;--> statement-breakpoint
ALTER TABLE `pictures` ADD `stated_height_um` integer;--> statement-breakpoint
ALTER TABLE `pictures` ADD `stated_read` integer DEFAULT false NOT NULL;