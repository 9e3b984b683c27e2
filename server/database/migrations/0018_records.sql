CREATE TABLE `foretold` (
	`job_id` uuid NOT NULL,
	`due` datetime(3) NOT NULL,
	`shop_id` uuid NOT NULL,
	`chance` int NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `foretold_job_id_due_pk` PRIMARY KEY(`job_id`,`due`)
);
--> statement-breakpoint
CREATE TABLE `job_facts` (
	`job_id` uuid NOT NULL,
	`shop_id` uuid NOT NULL,
	`position` int NOT NULL,
	`handed` datetime(3) NOT NULL,
	`facts` json NOT NULL,
	CONSTRAINT `job_facts_job_id` PRIMARY KEY(`job_id`)
);
--> statement-breakpoint
ALTER TABLE `jobs` ADD `rework_of` uuid;--> statement-breakpoint
ALTER TABLE `foretold` ADD CONSTRAINT `foretold_of` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job_facts` ADD CONSTRAINT `job_facts_of` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `job_facts_shop` ON `job_facts` (`shop_id`,`handed`);--> statement-breakpoint
ALTER TABLE `jobs` ADD CONSTRAINT `jobs_rework_of` FOREIGN KEY (`shop_id`,`rework_of`) REFERENCES `jobs`(`shop_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `jobs_rework` ON `jobs` (`shop_id`,`rework_of`);