ALTER TABLE `attempts`
  MODIFY `person_id` uuid NOT NULL,
  MODIFY `device_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `audit`
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `person_id` uuid,
  MODIFY `by_id` uuid,
  MODIFY `device_id` uuid;--> statement-breakpoint
ALTER TABLE `batches`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `container_id` uuid NOT NULL,
  MODIFY `author` uuid NOT NULL,
  MODIFY `lot_id` uuid;--> statement-breakpoint
ALTER TABLE `changes`
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `job_id` uuid;--> statement-breakpoint
ALTER TABLE `containers`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `customers`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `data_sheets`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `author` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `devices`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `enrolled_by` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `equipment`
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `events`
  MODIFY `job_id` uuid NOT NULL,
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `author` uuid NOT NULL,
  ADD `timed_treatment` varchar(60),
  ADD `timed_book` double,
  ADD `timed_took` double,
  ADD `timed_people` int;--> statement-breakpoint
ALTER TABLE `jobs`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `customer_id` uuid;--> statement-breakpoint
ALTER TABLE `lots`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `model_notes`
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `own_bodies`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `people`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `photos`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `job_id` uuid NOT NULL,
  MODIFY `author` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `plans`
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `changed` boolean NOT NULL;--> statement-breakpoint
ALTER TABLE `procedure_settings`
  MODIFY `job_id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `procedures`
  MODIFY `job_id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `rinses`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `container_id` uuid NOT NULL,
  MODIFY `author` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `person_id` uuid NOT NULL,
  MODIFY `device_id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `shops`
  MODIFY `id` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `standard_versions`
  MODIFY `standard_id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `author` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `standards`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `retired` boolean NOT NULL;--> statement-breakpoint
ALTER TABLE `stock_moves`
  MODIFY `id` uuid NOT NULL,
  MODIFY `shop_id` uuid NOT NULL,
  MODIFY `lot_id` uuid NOT NULL,
  MODIFY `job_id` uuid,
  MODIFY `author` uuid NOT NULL;--> statement-breakpoint
ALTER TABLE `containers` ADD CONSTRAINT `containers_of_shop` UNIQUE(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `customers` ADD CONSTRAINT `customers_of_shop` UNIQUE(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `devices` ADD CONSTRAINT `devices_of_shop` UNIQUE(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `jobs` ADD CONSTRAINT `jobs_of_shop` UNIQUE(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `lots` ADD CONSTRAINT `lots_of_shop` UNIQUE(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `people` ADD CONSTRAINT `people_of_shop` UNIQUE(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `standards` ADD CONSTRAINT `standards_of_shop` UNIQUE(`shop_id`,`id`);--> statement-breakpoint
-- What leads nowhere any more: sessions that are over, and moves for vehicles that are not there.
DELETE FROM `sessions` WHERE `expires` < UTC_TIMESTAMP(3) OR `person_id` NOT IN (SELECT `id` FROM `people`) OR `device_id` NOT IN (SELECT `id` FROM `devices`);--> statement-breakpoint
UPDATE `stock_moves` SET `job_id` = NULL WHERE `job_id` IS NOT NULL AND `job_id` NOT IN (SELECT `id` FROM `jobs`);--> statement-breakpoint
ALTER TABLE `audit`
  ADD CONSTRAINT `audit_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `batches`
  ADD CONSTRAINT `batches_in` FOREIGN KEY (`shop_id`,`container_id`) REFERENCES `containers`(`shop_id`,`id`),
  ADD CONSTRAINT `batches_by` FOREIGN KEY (`shop_id`,`author`) REFERENCES `people`(`shop_id`,`id`),
  ADD CONSTRAINT `batches_from` FOREIGN KEY (`shop_id`,`lot_id`) REFERENCES `lots`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `containers`
  ADD CONSTRAINT `containers_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `customers`
  ADD CONSTRAINT `customers_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `data_sheets`
  ADD CONSTRAINT `data_sheets_by` FOREIGN KEY (`shop_id`,`author`) REFERENCES `people`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `devices`
  ADD CONSTRAINT `devices_enrolled_by` FOREIGN KEY (`shop_id`,`enrolled_by`) REFERENCES `people`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `equipment`
  ADD CONSTRAINT `equipment_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `events`
  ADD CONSTRAINT `events_of_job` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`),
  ADD CONSTRAINT `events_by` FOREIGN KEY (`shop_id`,`author`) REFERENCES `people`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `jobs`
  ADD CONSTRAINT `jobs_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`),
  ADD CONSTRAINT `jobs_of_customer` FOREIGN KEY (`shop_id`,`customer_id`) REFERENCES `customers`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `lots`
  ADD CONSTRAINT `lots_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `model_notes`
  ADD CONSTRAINT `model_notes_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `own_bodies`
  ADD CONSTRAINT `own_bodies_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `people`
  ADD CONSTRAINT `people_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `photos`
  ADD CONSTRAINT `photos_of_job` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`),
  ADD CONSTRAINT `photos_by` FOREIGN KEY (`shop_id`,`author`) REFERENCES `people`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `plans`
  ADD CONSTRAINT `plans_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `procedure_settings`
  ADD CONSTRAINT `procedure_settings_of_job` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `procedures`
  ADD CONSTRAINT `procedures_of_job` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `rinses`
  ADD CONSTRAINT `rinses_of` FOREIGN KEY (`shop_id`,`container_id`) REFERENCES `containers`(`shop_id`,`id`),
  ADD CONSTRAINT `rinses_by` FOREIGN KEY (`shop_id`,`author`) REFERENCES `people`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `sessions`
  ADD CONSTRAINT `sessions_of_person` FOREIGN KEY (`shop_id`,`person_id`) REFERENCES `people`(`shop_id`,`id`),
  ADD CONSTRAINT `sessions_of_device` FOREIGN KEY (`shop_id`,`device_id`) REFERENCES `devices`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `standard_versions`
  ADD CONSTRAINT `standard_versions_of` FOREIGN KEY (`shop_id`,`standard_id`) REFERENCES `standards`(`shop_id`,`id`),
  ADD CONSTRAINT `standard_versions_by` FOREIGN KEY (`shop_id`,`author`) REFERENCES `people`(`shop_id`,`id`);--> statement-breakpoint
ALTER TABLE `standards`
  ADD CONSTRAINT `standards_shop_id_shops_id_fk` FOREIGN KEY (`shop_id`) REFERENCES `shops`(`id`);--> statement-breakpoint
ALTER TABLE `stock_moves`
  ADD CONSTRAINT `stock_moves_of` FOREIGN KEY (`shop_id`,`lot_id`) REFERENCES `lots`(`shop_id`,`id`),
  ADD CONSTRAINT `stock_moves_by` FOREIGN KEY (`shop_id`,`author`) REFERENCES `people`(`shop_id`,`id`),
  ADD CONSTRAINT `stock_moves_for` FOREIGN KEY (`shop_id`,`job_id`) REFERENCES `jobs`(`shop_id`,`id`);--> statement-breakpoint
CREATE INDEX `events_timed` ON `events` (`shop_id`,`timed_treatment`,`server_time`);--> statement-breakpoint
CREATE INDEX `sessions_expires` ON `sessions` (`expires`);--> statement-breakpoint
DROP TRIGGER `events_told`;--> statement-breakpoint
-- An event, its place in the job's row and the news of it are one statement: nobody can see one without the others.
-- Before the row is written: the job's row is then locked for writing once, not first for the reference and then again.
CREATE TRIGGER `events_told` BEFORE INSERT ON `events` FOR EACH ROW BEGIN
  UPDATE `jobs` SET `position` = NEW.`position` WHERE `id` = NEW.`job_id`;
  INSERT INTO `changes` (`shop_id`, `topic`, `job_id`, `position`, `kind`, `at`) VALUES (NEW.`shop_id`, 'job', NEW.`job_id`, NEW.`position`, NEW.`type`, UTC_TIMESTAMP(3));
END
