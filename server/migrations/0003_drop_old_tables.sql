DROP TABLE `plans`;--> statement-breakpoint
DROP TABLE `cars`;--> statement-breakpoint
DROP TABLE `parts`;
