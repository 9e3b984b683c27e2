CREATE TABLE `weather` (
	`shop_id` uuid NOT NULL,
	`day` char(10) NOT NULL,
	`weather` json NOT NULL,
	`source` varchar(60),
	`by_person` uuid,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `weather_shop_id_day_pk` PRIMARY KEY(`shop_id`,`day`)
);
--> statement-breakpoint
ALTER TABLE `weather` ADD CONSTRAINT `weather_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`) ON DELETE no action ON UPDATE no action;