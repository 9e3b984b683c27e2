ALTER TABLE `changes` ADD `kind` varchar(40);--> statement-breakpoint
DROP TRIGGER `events_told`;--> statement-breakpoint
-- An event, its place in the job's row and the news of it, with what kind it is, are one statement: nobody can see one without the others.
CREATE TRIGGER `events_told` AFTER INSERT ON `events` FOR EACH ROW BEGIN
  UPDATE `jobs` SET `position` = NEW.`position` WHERE `id` = NEW.`job_id`;
  INSERT INTO `changes` (`shop_id`, `topic`, `job_id`, `position`, `kind`, `at`) VALUES (NEW.`shop_id`, 'job', NEW.`job_id`, NEW.`position`, NEW.`type`, UTC_TIMESTAMP(3));
END
