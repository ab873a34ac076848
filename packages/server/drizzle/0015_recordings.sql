CREATE TYPE "public"."recording_state" AS ENUM('taking', 'aligning', 'ready', 'failed');--> statement-breakpoint
CREATE TABLE "recordings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"name" text NOT NULL,
	"origin" text NOT NULL,
	"scope" jsonb,
	"state" "recording_state" NOT NULL,
	"problem" text,
	"error" text,
	"job_id" uuid,
	"sample_rate" integer NOT NULL,
	"parts" integer DEFAULT 0 NOT NULL,
	"samples" bigint DEFAULT 0 NOT NULL,
	"sentences" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"edits" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"content" text DEFAULT '' NOT NULL,
	"loudness" double precision,
	"floor" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"use" text DEFAULT 'everything' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "rest" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "recordings" ADD CONSTRAINT "recordings_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recordings" ADD CONSTRAINT "recordings_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "recordings_handout" ON "recordings" USING btree ("school_id","handout_id");