CREATE TYPE "public"."loudness_choice" AS ENUM('usual', 'louder');--> statement-breakpoint
ALTER TABLE "profiles" ADD COLUMN "loudness" "loudness_choice" DEFAULT 'usual' NOT NULL;