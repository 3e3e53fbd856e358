DROP INDEX `one_stock_per_form`;--> statement-breakpoint
ALTER TABLE `stocks` ADD `cut` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX `one_stock_per_form` ON `stocks` (`paper_id`,`kind`,`width_um`,`length_um`) WHERE `cut` = 0;--> statement-breakpoint
ALTER TABLE `print_jobs` ADD `tries` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `run_corrections` ADD `group_id` text REFERENCES groups(id);--> statement-breakpoint
ALTER TABLE `run_parts` ADD `unknown` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `run_parts` ADD `now_group_id` text REFERENCES groups(id);;--> statement-breakpoint
UPDATE `run_parts` SET `now_group_id` = `group_id` WHERE `now_member_id` IS `member_id`;--> statement-breakpoint
UPDATE `run_parts` SET `now_group_id` = coalesce((SELECT e.group_id FROM account_entries e WHERE e.part_id = run_parts.id AND e.group_id IS NOT NULL ORDER BY e.rowid DESC LIMIT 1), (SELECT p.group_id FROM people p WHERE p.id = run_parts.now_member_id)) WHERE `now_member_id` IS NOT `member_id`;--> statement-breakpoint
UPDATE `run_parts` SET `unknown` = coalesce((SELECT group_concat(u.value, ' ') FROM run_records r, json_each(r.body, '$.unknown') u WHERE r.run_id = run_parts.run_id), '');--> statement-breakpoint
UPDATE `run_parts` SET `now_charge` = 0 WHERE `now_member_id` IS NULL AND NOT (`charge_to` = 'group' AND `now_group_id` IS NOT NULL);--> statement-breakpoint
UPDATE `stocks` SET `cut` = 1 WHERE `kind` = 'sheet' AND EXISTS (SELECT 1 FROM stock_moves m WHERE m.stock_id = stocks.id AND m.kind = 'cut') AND NOT EXISTS (SELECT 1 FROM stock_moves m WHERE m.stock_id = stocks.id AND m.kind = 'bought') AND (SELECT m.kind FROM stock_moves m WHERE m.stock_id = stocks.id ORDER BY m.rowid LIMIT 1) = 'cut';
