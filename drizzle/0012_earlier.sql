CREATE TABLE `run_pictures` (
	`run_id` text NOT NULL,
	`picture_id` text NOT NULL,
	PRIMARY KEY(`picture_id`, `run_id`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`picture_id`) REFERENCES `pictures`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `run_pictures` (`run_id`, `picture_id`)
SELECT DISTINCT r.run_id, p.id FROM `run_records` r, json_each(r.body, '$.pieces') e
JOIN `pictures` p ON p.id = json_extract(e.value, '$.picture.id');
