ALTER TABLE `events` ADD COLUMN IF NOT EXISTS `offline` json;--> statement-breakpoint
ALTER TABLE `stock_moves` ADD COLUMN IF NOT EXISTS `kind` varchar(10) DEFAULT 'batch' NOT NULL;--> statement-breakpoint
ALTER TABLE `stock_moves` ADD COLUMN IF NOT EXISTS `job_id` char(36);--> statement-breakpoint
UPDATE `stock_moves` SET `kind` = 'count' WHERE `reason` LIKE 'count:%';--> statement-breakpoint
UPDATE `stock_moves` SET `kind` = 'vehicle', `job_id` = SUBSTRING(`reason`, 9, 36) WHERE `reason` LIKE 'vehicle %';--> statement-breakpoint
DROP INDEX IF EXISTS `jobs_state` ON `jobs`;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `jobs_state` ON `jobs` (`shop_id`,`state`,`arrives`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `jobs_arrives` ON `jobs` (`shop_id`,`arrives`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `stock_moves_shop` ON `stock_moves` (`shop_id`,`at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `stock_moves_job` ON `stock_moves` (`shop_id`,`job_id`);
