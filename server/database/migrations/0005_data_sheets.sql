CREATE TABLE `data_sheets` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`product` varchar(60) NOT NULL,
	`hash` char(64) NOT NULL,
	`bytes` int NOT NULL,
	`author` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `data_sheets_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `data_sheets_product` ON `data_sheets` (`shop_id`,`product`,`at`);