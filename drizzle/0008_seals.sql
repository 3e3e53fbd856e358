ALTER TABLE `preset_versions` ADD `former_seal_hash` text;--> statement-breakpoint
ALTER TABLE `preset_versions` ADD `former_seal` text;