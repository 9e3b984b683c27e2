CREATE TABLE `customers` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`contact` varchar(200) NOT NULL,
	`notes` varchar(4000) NOT NULL,
	`sensitivities` varchar(500) NOT NULL,
	`finish` varchar(10) NOT NULL,
	`version` int NOT NULL,
	CONSTRAINT `customers_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `model_notes` (
	`shop_id` char(36) NOT NULL,
	`model_key` varchar(90) NOT NULL,
	`text` varchar(4000) NOT NULL,
	`version` int NOT NULL,
	CONSTRAINT `model_notes_shop_id_model_key_pk` PRIMARY KEY(`shop_id`,`model_key`)
);
--> statement-breakpoint
CREATE TABLE `own_bodies` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`body` json NOT NULL,
	`version` int NOT NULL,
	CONSTRAINT `own_bodies_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `photos` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`job_id` char(36) NOT NULL,
	`surface` varchar(80),
	`kind` varchar(10) NOT NULL,
	`hash` char(64) NOT NULL,
	`width` int NOT NULL,
	`height` int NOT NULL,
	`bytes` int NOT NULL,
	`marks` json NOT NULL,
	`author` char(36) NOT NULL,
	`taken` datetime(3) NOT NULL,
	CONSTRAINT `photos_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `jobs` ADD `plate_key` varchar(16) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `vin` varchar(17);--> statement-breakpoint
ALTER TABLE `jobs` ADD `customer_id` char(36);--> statement-breakpoint
CREATE INDEX `customers_shop` ON `customers` (`shop_id`,`name`);--> statement-breakpoint
CREATE INDEX `own_bodies_shop` ON `own_bodies` (`shop_id`);--> statement-breakpoint
CREATE INDEX `photos_job` ON `photos` (`shop_id`,`job_id`);--> statement-breakpoint
CREATE INDEX `photos_hash` ON `photos` (`hash`);--> statement-breakpoint
CREATE INDEX `jobs_plate` ON `jobs` (`shop_id`,`plate_key`);--> statement-breakpoint
CREATE INDEX `jobs_vin` ON `jobs` (`shop_id`,`vin`);--> statement-breakpoint
CREATE INDEX `jobs_customer` ON `jobs` (`shop_id`,`customer_id`);--> statement-breakpoint
UPDATE `jobs` SET `plate_key` = LEFT(UPPER(REGEXP_REPLACE(JSON_VALUE(`check_in`, '$.vehicle.plate'), '[ .·-]', '')), 16) WHERE `plate_key` = '';
