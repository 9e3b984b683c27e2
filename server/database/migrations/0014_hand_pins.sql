ALTER TABLE `people` ADD `away` json;--> statement-breakpoint
ALTER TABLE `plans` ADD `pins` json;--> statement-breakpoint
ALTER TABLE `plans` ADD `history` json;