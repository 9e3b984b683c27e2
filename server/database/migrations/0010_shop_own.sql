CREATE TABLE `owns` (
	`shop_id` uuid NOT NULL,
	`version` int NOT NULL,
	`own` json NOT NULL,
	`by_id` uuid NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `owns_shop_id_version_pk` PRIMARY KEY(`shop_id`,`version`)
);
--> statement-breakpoint
ALTER TABLE `equipment` ADD `home` varchar(10);--> statement-breakpoint
ALTER TABLE `equipment` ADD `broken` json;--> statement-breakpoint
ALTER TABLE `equipment` ADD `upkeep` json;--> statement-breakpoint
ALTER TABLE `people` ADD `week` json;--> statement-breakpoint
ALTER TABLE `people` ADD `days_off` json;--> statement-breakpoint
ALTER TABLE `people` ADD `vouched` json;--> statement-breakpoint
ALTER TABLE `people` ADD `trainee` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `people` ADD `left_at` datetime(3);--> statement-breakpoint
ALTER TABLE `shops` ADD `own_version` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `shops` ADD `about` json;--> statement-breakpoint
ALTER TABLE `owns` ADD CONSTRAINT `owns_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`) ON DELETE no action ON UPDATE no action;