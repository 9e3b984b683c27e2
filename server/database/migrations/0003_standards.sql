CREATE TABLE `procedure_settings` (
	`job_id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`version` int NOT NULL,
	`settings` json NOT NULL,
	CONSTRAINT `procedure_settings_job_id` PRIMARY KEY(`job_id`)
);
--> statement-breakpoint
CREATE TABLE `standard_versions` (
	`standard_id` char(36) NOT NULL,
	`version` int NOT NULL,
	`shop_id` char(36) NOT NULL,
	`settings` json NOT NULL,
	`note` varchar(300) NOT NULL,
	`author` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `standard_versions_standard_id_version_pk` PRIMARY KEY(`standard_id`,`version`)
);
--> statement-breakpoint
CREATE TABLE `standards` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`version` int NOT NULL,
	`retired` tinyint NOT NULL,
	CONSTRAINT `standards_id` PRIMARY KEY(`id`),
	CONSTRAINT `standards_name` UNIQUE(`shop_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `shops` ADD `rates` json;