CREATE TABLE `parts` (
	`id` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`deleted_at` integer,
	`document_version` integer DEFAULT 1 NOT NULL,
	`document` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `cars` ADD `bench` text DEFAULT '{}' NOT NULL;