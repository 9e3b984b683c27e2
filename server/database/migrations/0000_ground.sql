CREATE TABLE `attempts` (
	`person_id` char(36) NOT NULL,
	`device_id` char(36) NOT NULL,
	`failures` int NOT NULL,
	`last_failure` datetime(3) NOT NULL,
	CONSTRAINT `attempts_person_id_device_id_pk` PRIMARY KEY(`person_id`,`device_id`)
);
--> statement-breakpoint
CREATE TABLE `audit` (
	`seq` bigint AUTO_INCREMENT NOT NULL,
	`shop_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`what` varchar(40) NOT NULL,
	`person_id` char(36),
	`by_id` char(36),
	`device_id` char(36),
	`detail` varchar(200) NOT NULL,
	CONSTRAINT `audit_seq` PRIMARY KEY(`seq`)
);
--> statement-breakpoint
CREATE TABLE `batches` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`product` varchar(60) NOT NULL,
	`ratio` json NOT NULL,
	`container_id` char(36) NOT NULL,
	`fill_ml` double NOT NULL,
	`mix` json NOT NULL,
	`author` char(36) NOT NULL,
	`made` datetime(3) NOT NULL,
	CONSTRAINT `batches_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `changes` (
	`seq` bigint AUTO_INCREMENT NOT NULL,
	`shop_id` char(36) NOT NULL,
	`topic` varchar(20) NOT NULL,
	`job_id` char(36),
	`position` int,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `changes_seq` PRIMARY KEY(`seq`)
);
--> statement-breakpoint
CREATE TABLE `containers` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`capacity_ml` double NOT NULL,
	`graduation_ml` double NOT NULL,
	`outline` json NOT NULL,
	CONSTRAINT `containers_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `devices` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`name` varchar(60) NOT NULL,
	`token_hash` char(64) NOT NULL,
	`enrolled_by` char(36) NOT NULL,
	`enrolled` datetime(3) NOT NULL,
	`revoked` datetime(3),
	CONSTRAINT `devices_id` PRIMARY KEY(`id`),
	CONSTRAINT `devices_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE `equipment` (
	`shop_id` char(36) NOT NULL,
	`kind` varchar(60) NOT NULL,
	`count` int NOT NULL,
	CONSTRAINT `equipment_shop_id_kind_pk` PRIMARY KEY(`shop_id`,`kind`)
);
--> statement-breakpoint
CREATE TABLE `events` (
	`job_id` char(36) NOT NULL,
	`position` int NOT NULL,
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`type` varchar(40) NOT NULL,
	`data` json NOT NULL,
	`author` char(36) NOT NULL,
	`device` varchar(60) NOT NULL,
	`device_seq` int NOT NULL,
	`device_time` varchar(40) NOT NULL,
	`server_time` datetime(3) NOT NULL,
	CONSTRAINT `events_job_id_position_pk` PRIMARY KEY(`job_id`,`position`),
	CONSTRAINT `events_id` UNIQUE(`id`)
);
--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`call_sign` varchar(30) NOT NULL,
	`open_call_sign` varchar(30),
	`colour` char(7) NOT NULL,
	`state` varchar(20) NOT NULL,
	`version` int NOT NULL,
	`check_in` json NOT NULL,
	`arrives` datetime(3) NOT NULL,
	`due` datetime(3),
	`procedure_version` int,
	`position` int NOT NULL,
	CONSTRAINT `jobs_id` PRIMARY KEY(`id`),
	CONSTRAINT `jobs_open_call_sign` UNIQUE(`shop_id`,`open_call_sign`)
);
--> statement-breakpoint
CREATE TABLE `marks` (
	`name` varchar(40) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `marks_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE `people` (
	`id` char(36) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`login` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`role` varchar(20) NOT NULL,
	`pin_hash` varchar(200) NOT NULL,
	`password_hash` varchar(200),
	`skills` json NOT NULL,
	`shifts` json NOT NULL,
	CONSTRAINT `people_id` PRIMARY KEY(`id`),
	CONSTRAINT `people_login` UNIQUE(`shop_id`,`login`)
);
--> statement-breakpoint
CREATE TABLE `plans` (
	`shop_id` char(36) NOT NULL,
	`day` char(10) NOT NULL,
	`version` int NOT NULL,
	`request` json NOT NULL,
	`answer` json NOT NULL,
	`changed` tinyint NOT NULL,
	CONSTRAINT `plans_shop_id_day_pk` PRIMARY KEY(`shop_id`,`day`)
);
--> statement-breakpoint
CREATE TABLE `procedures` (
	`job_id` char(36) NOT NULL,
	`version` int NOT NULL,
	`shop_id` char(36) NOT NULL,
	`request` json NOT NULL,
	`body` json NOT NULL,
	`issued` datetime(3) NOT NULL,
	CONSTRAINT `procedures_job_id_version_pk` PRIMARY KEY(`job_id`,`version`)
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` char(36) NOT NULL,
	`token_hash` char(64) NOT NULL,
	`shop_id` char(36) NOT NULL,
	`person_id` char(36) NOT NULL,
	`device_id` char(36) NOT NULL,
	`begun` datetime(3) NOT NULL,
	`expires` datetime(3) NOT NULL,
	CONSTRAINT `sessions_id` PRIMARY KEY(`id`),
	CONSTRAINT `sessions_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE `shops` (
	`id` char(36) NOT NULL,
	`code` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`time_zone` varchar(60) NOT NULL,
	`house_rules` json NOT NULL,
	CONSTRAINT `shops_id` PRIMARY KEY(`id`),
	CONSTRAINT `shops_code` UNIQUE(`code`)
);
--> statement-breakpoint
CREATE INDEX `audit_shop` ON `audit` (`shop_id`,`seq`);--> statement-breakpoint
CREATE INDEX `batches_made` ON `batches` (`shop_id`,`made`);--> statement-breakpoint
CREATE INDEX `changes_at` ON `changes` (`at`);--> statement-breakpoint
CREATE INDEX `containers_shop` ON `containers` (`shop_id`);--> statement-breakpoint
CREATE INDEX `devices_shop` ON `devices` (`shop_id`);--> statement-breakpoint
CREATE INDEX `jobs_state` ON `jobs` (`shop_id`,`state`);--> statement-breakpoint
CREATE INDEX `sessions_person` ON `sessions` (`person_id`);--> statement-breakpoint
CREATE INDEX `sessions_device` ON `sessions` (`device_id`);