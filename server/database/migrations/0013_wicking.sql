CREATE TABLE `wicking` (
	`shop_id` uuid NOT NULL,
	`job_id` uuid NOT NULL,
	`surface` varchar(80) NOT NULL,
	`stain` varchar(60) NOT NULL,
	`chance` int NOT NULL,
	`came_back` boolean NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `wicking_job_id_surface_stain_pk` PRIMARY KEY(`job_id`,`surface`,`stain`)
);
--> statement-breakpoint
ALTER TABLE `wicking` ADD CONSTRAINT `wicking_of_job` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `wicking_shop` ON `wicking` (`shop_id`,`stain`);