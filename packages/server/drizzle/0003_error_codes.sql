ALTER TABLE "jobs" RENAME COLUMN "problem" TO "error_code";--> statement-breakpoint
ALTER TABLE "recordings" RENAME COLUMN "problem" TO "error_code";