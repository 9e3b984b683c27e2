CREATE TABLE `lots` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`item` varchar(60) NOT NULL,
	`code` varchar(60) NOT NULL,
	`received` datetime(3) NOT NULL,
	`best_before` char(10),
	`amount` double NOT NULL,
	`amount_left` double NOT NULL,
	`price` int NOT NULL,
	CONSTRAINT `lots_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `rinses` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`container_id` char(36) NOT NULL,
	`author` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `rinses_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `stock_moves` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`lot_id` char(36) NOT NULL,
	`amount_change` double NOT NULL,
	`reason` varchar(200) NOT NULL,
	`author` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `stock_moves_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `batches` ADD `poured_ml` double;--> statement-breakpoint
ALTER TABLE `batches` ADD `leftover_ml` double DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `batches` ADD `lot_id` char(36);--> statement-breakpoint
ALTER TABLE `batches` ADD `use_by` datetime(3);--> statement-breakpoint
ALTER TABLE `containers` ADD `version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `lots_item` ON `lots` (`shop_id`,`item`,`received`);--> statement-breakpoint
CREATE INDEX `rinses_container` ON `rinses` (`container_id`,`at`);--> statement-breakpoint
CREATE INDEX `stock_moves_lot` ON `stock_moves` (`lot_id`,`at`);--> statement-breakpoint
CREATE INDEX `batches_container` ON `batches` (`container_id`,`made`);