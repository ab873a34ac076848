-- What an earlier release kept another way is put beside; db/carryOver.ts makes texts and anchors of it and takes it away.
CREATE TABLE "legacy_handouts" AS SELECT "id", "language" FROM "handouts";--> statement-breakpoint
CREATE TABLE "legacy_versions" AS SELECT "id", "blocks" FROM "versions";--> statement-breakpoint
ALTER TABLE "blocks" RENAME TO "legacy_blocks";--> statement-breakpoint
ALTER TABLE "occurrences" RENAME TO "legacy_occurrences";--> statement-breakpoint
-- Clips and plans of the earlier release hold the length of pauses; they are made anew when a reading is opened.
DELETE FROM "clips";--> statement-breakpoint
DELETE FROM "reading_sentences";--> statement-breakpoint
ALTER TYPE "public"."version_reason" ADD VALUE 'set aside';--> statement-breakpoint
CREATE TABLE "house_facts" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "texts" (
	"school_id" uuid NOT NULL,
	"hash" text NOT NULL,
	"language" text NOT NULL,
	"words" integer NOT NULL,
	"blocks" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "texts_school_id_hash_pk" PRIMARY KEY("school_id","hash")
);
--> statement-breakpoint
CREATE TABLE "anchors" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"block" text NOT NULL,
	"start" integer NOT NULL,
	"written" text NOT NULL,
	"kind" "entry_kind" NOT NULL,
	"said" text NOT NULL,
	"lost_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "search_parts" (
	"handout_id" uuid NOT NULL,
	"part" integer NOT NULL,
	"words" "tsvector" NOT NULL,
	CONSTRAINT "search_parts_handout_id_part_pk" PRIMARY KEY("handout_id","part")
);
--> statement-breakpoint
CREATE TABLE "clip_claims" (
	"school_id" uuid NOT NULL,
	"key" text NOT NULL,
	"holder" text NOT NULL,
	"until" timestamp with time zone NOT NULL,
	"engine" text,
	"month" text,
	"characters" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "clip_claims_school_id_key_pk" PRIMARY KEY("school_id","key")
);
--> statement-breakpoint
CREATE TABLE "job_groups" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "kind" SET DATA TYPE text;--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "reading_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "words" jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "cuts" jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "object" text NOT NULL;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "bytes" integer NOT NULL;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "used_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "handouts" ADD COLUMN "text_hash" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "group_id" uuid;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "payload" jsonb;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "queue_id" uuid;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "worker" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "problem" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "result" jsonb;--> statement-breakpoint
ALTER TABLE "reading_sentences" ADD COLUMN "pauses" jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "text_hash" text;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "places" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "made" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "samples" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "text_hash" text;--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "teacher_id" uuid;--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "window" text;--> statement-breakpoint
ALTER TABLE "texts" ADD CONSTRAINT "texts_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "anchors" ADD CONSTRAINT "anchors_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "anchors" ADD CONSTRAINT "anchors_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "search_parts" ADD CONSTRAINT "search_parts_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clip_claims" ADD CONSTRAINT "clip_claims_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_groups" ADD CONSTRAINT "job_groups_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "anchors_one_place" ON "anchors" USING btree ("handout_id","block","start") WHERE "anchors"."lost_at" is null;--> statement-breakpoint
CREATE INDEX "search_parts_words" ON "search_parts" USING gin ("words");--> statement-breakpoint
ALTER TABLE "handouts" ADD CONSTRAINT "handouts_school_id_text_hash_texts_school_id_hash_fk" FOREIGN KEY ("school_id","text_hash") REFERENCES "public"."texts"("school_id","hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_group_id_job_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."job_groups"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_school_id_text_hash_texts_school_id_hash_fk" FOREIGN KEY ("school_id","text_hash") REFERENCES "public"."texts"("school_id","hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_school_id_text_hash_texts_school_id_hash_fk" FOREIGN KEY ("school_id","text_hash") REFERENCES "public"."texts"("school_id","hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "clips_used" ON "clips" USING btree ("school_id","used_at");--> statement-breakpoint
CREATE INDEX "handouts_text" ON "handouts" USING btree ("school_id","text_hash");--> statement-breakpoint
CREATE INDEX "jobs_group" ON "jobs" USING btree ("group_id");--> statement-breakpoint
CREATE INDEX "jobs_unfinished" ON "jobs" USING btree ("created_at") WHERE "jobs"."state" in ('waiting', 'running');--> statement-breakpoint
CREATE INDEX "readings_school" ON "readings" USING btree ("school_id");--> statement-breakpoint
CREATE INDEX "readings_pupil" ON "readings" USING btree ("pupil_id");--> statement-breakpoint
CREATE INDEX "readings_text" ON "readings" USING btree ("school_id","text_hash");--> statement-breakpoint
CREATE INDEX "sessions_expire" ON "sessions" USING btree ("expire");--> statement-breakpoint
CREATE INDEX "versions_text" ON "versions" USING btree ("school_id","text_hash");--> statement-breakpoint
ALTER TABLE "clips" DROP COLUMN "word_times";--> statement-breakpoint
ALTER TABLE "handouts" DROP COLUMN "language";--> statement-breakpoint
ALTER TABLE "handouts" DROP COLUMN "words";--> statement-breakpoint
ALTER TABLE "handouts" DROP COLUMN "content_hash";--> statement-breakpoint
UPDATE "jobs" SET "kind" = CASE "kind" WHEN 'make' THEN 'reading' ELSE "kind" END, "payload" = CASE "kind" WHEN 'make' THEN jsonb_build_object('kind', 'reading', 'readingId', "reading_id") ELSE jsonb_build_object('kind', 'export', 'readingId', "reading_id", 'format', coalesce("format", 'mp3')) END, "state" = CASE WHEN "state" IN ('waiting', 'running') THEN 'cancelled'::"job_state" ELSE "state" END;--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "payload" SET NOT NULL;--> statement-breakpoint
UPDATE "readings" SET "retired_at" = now(), "planned" = false, "planned_blocks" = 0, "sentences" = 0;--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "format";--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "file";--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "file_name";--> statement-breakpoint
ALTER TABLE "readings" DROP COLUMN "language";--> statement-breakpoint
ALTER TABLE "readings" DROP COLUMN "occurrences";--> statement-breakpoint
ALTER TABLE "versions" DROP COLUMN "blocks";--> statement-breakpoint
ALTER TABLE "versions" DROP COLUMN "words";--> statement-breakpoint
DROP TYPE "public"."job_kind";