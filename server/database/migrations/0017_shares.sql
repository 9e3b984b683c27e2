CREATE TABLE `messages` (
	`id` uuid NOT NULL,
	`shop_id` uuid NOT NULL,
	`job_id` uuid NOT NULL,
	`sent_to` varchar(200) NOT NULL,
	`text` varchar(2000) NOT NULL,
	`sent_by` uuid NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `messages_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shares` (
	`id` uuid NOT NULL,
	`shop_id` uuid NOT NULL,
	`job_id` uuid NOT NULL,
	`token_hash` char(64) NOT NULL,
	`made_by` uuid NOT NULL,
	`made` datetime(3) NOT NULL,
	`expires` datetime(3) NOT NULL,
	`revoked` datetime(3),
	CONSTRAINT `shares_id` PRIMARY KEY(`id`),
	CONSTRAINT `shares_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
ALTER TABLE `messages` ADD CONSTRAINT `messages_job` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shares` ADD CONSTRAINT `shares_job` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `messages_shop` ON `messages` (`shop_id`,`at`);--> statement-breakpoint
CREATE INDEX `shares_of_job` ON `shares` (`shop_id`,`job_id`);