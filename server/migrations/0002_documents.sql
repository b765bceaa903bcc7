CREATE TABLE `documents` (
	`kind` text NOT NULL,
	`id` text NOT NULL,
	`parent_id` text,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`deleted_at` integer,
	`form` integer NOT NULL,
	`body` text NOT NULL,
	PRIMARY KEY(`kind`, `id`)
);
--> statement-breakpoint
CREATE INDEX `documents_parent` ON `documents` (`parent_id`);--> statement-breakpoint
CREATE TABLE `unreferenced_files` (
	`hash` text PRIMARY KEY NOT NULL,
	`since` integer NOT NULL
);
--> statement-breakpoint
INSERT INTO `documents` (`kind`, `id`, `parent_id`, `version`, `created_at`, `updated_at`, `deleted_at`, `form`, `body`)
SELECT 'car', lower(`id`), NULL, `version`, `created_at`, `updated_at`, `deleted_at`, 1,
  -- A row that is no JSON comes over as it is: it is set aside and reported, and loses nothing.
  CASE WHEN json_valid(`document`) AND json_valid(`bench`)
    THEN json_object('car', json(`document`), 'bench', json(json_remove(`bench`, '$.searches'))) ELSE `document` END
FROM `cars` ORDER BY `rowid`;--> statement-breakpoint
INSERT INTO `documents` (`kind`, `id`, `parent_id`, `version`, `created_at`, `updated_at`, `deleted_at`, `form`, `body`)
SELECT 'plan', lower(`id`), lower(`car_id`), `version`, `created_at`, `updated_at`, `deleted_at`, 1, `document` FROM `plans` ORDER BY `rowid`;--> statement-breakpoint
INSERT INTO `documents` (`kind`, `id`, `parent_id`, `version`, `created_at`, `updated_at`, `deleted_at`, `form`, `body`)
SELECT 'part', lower(`id`), NULL, `version`, `created_at`, `updated_at`, `deleted_at`, 1, `document` FROM `parts` ORDER BY `rowid`;--> statement-breakpoint
INSERT OR IGNORE INTO `documents` (`kind`, `id`, `parent_id`, `version`, `created_at`, `updated_at`, `deleted_at`, `form`, `body`)
SELECT 'wish', lower(json_extract(search.value, '$.id')), lower(`cars`.`id`), 1, `cars`.`created_at`, `cars`.`updated_at`, `cars`.`deleted_at`, 1,
  json(json_remove(search.value, '$.id'))
FROM `cars`, json_each(CASE WHEN json_valid(`cars`.`bench`) THEN `cars`.`bench` ELSE '{}' END, '$.searches') AS search
ORDER BY `cars`.`rowid`, search.key;
