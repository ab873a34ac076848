CREATE TYPE "public"."block_type" AS ENUM('heading', 'paragraph', 'list-item', 'question');--> statement-breakpoint
CREATE TYPE "public"."job_kind" AS ENUM('make', 'export');--> statement-breakpoint
CREATE TYPE "public"."job_state" AS ENUM('waiting', 'running', 'done', 'failed', 'cancelled');--> statement-breakpoint
CREATE TYPE "public"."source_kind" AS ENUM('typed', 'file');--> statement-breakpoint
CREATE TABLE "blocks" (
	"handout_id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"type" "block_type" NOT NULL,
	"level" integer,
	"label" text,
	"text" text NOT NULL,
	CONSTRAINT "blocks_handout_id_position_pk" PRIMARY KEY("handout_id","position")
);
--> statement-breakpoint
CREATE TABLE "clips" (
	"school_id" uuid NOT NULL,
	"key" text NOT NULL,
	"voice" text NOT NULL,
	"sample_rate" integer NOT NULL,
	"samples" integer NOT NULL,
	"word_times" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "clips_school_id_key_pk" PRIMARY KEY("school_id","key")
);
--> statement-breakpoint
CREATE TABLE "handouts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"teacher_id" uuid,
	"title" text NOT NULL,
	"subject" text DEFAULT '' NOT NULL,
	"class_name" text DEFAULT '' NOT NULL,
	"language" text NOT NULL,
	"words" integer NOT NULL,
	"content_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"kind" "job_kind" NOT NULL,
	"reading_id" uuid NOT NULL,
	"format" text,
	"state" "job_state" DEFAULT 'waiting' NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"error" text,
	"file" text,
	"file_name" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "profiles" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"current" boolean DEFAULT true NOT NULL,
	"voices" jsonb NOT NULL,
	"pace" integer NOT NULL,
	"pitch" double precision NOT NULL,
	"pauses" jsonb NOT NULL,
	"look" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "pupils" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"archived_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "reading_sentences" (
	"reading_id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"block" integer NOT NULL,
	"start" integer NOT NULL,
	"end" integer NOT NULL,
	"words" jsonb NOT NULL,
	"plan" jsonb NOT NULL,
	"clip_key" text NOT NULL,
	"pause_after" double precision NOT NULL,
	CONSTRAINT "reading_sentences_reading_id_position_pk" PRIMARY KEY("reading_id","position")
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"plan_hash" text NOT NULL,
	"language" text NOT NULL,
	"voice" text NOT NULL,
	"engine_version" text NOT NULL,
	"sample_rate" integer NOT NULL,
	"settings" jsonb NOT NULL,
	"planned_blocks" integer DEFAULT 0 NOT NULL,
	"planned" boolean DEFAULT false NOT NULL,
	"sentences" integer DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "schools" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"is_demo" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"sid" text PRIMARY KEY NOT NULL,
	"sess" jsonb NOT NULL,
	"expire" timestamp (6) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sources" (
	"handout_id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"kind" "source_kind" NOT NULL,
	"file_name" text,
	"media_type" text NOT NULL,
	"content" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "teachers" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"password_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "teachers_email_unique" UNIQUE("email")
);
--> statement-breakpoint
ALTER TABLE "blocks" ADD CONSTRAINT "blocks_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "blocks" ADD CONSTRAINT "blocks_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "handouts" ADD CONSTRAINT "handouts_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "handouts" ADD CONSTRAINT "handouts_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "profiles" ADD CONSTRAINT "profiles_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "profiles" ADD CONSTRAINT "profiles_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pupils" ADD CONSTRAINT "pupils_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_sentences" ADD CONSTRAINT "reading_sentences_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_sentences" ADD CONSTRAINT "reading_sentences_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sources" ADD CONSTRAINT "sources_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sources" ADD CONSTRAINT "sources_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "teachers" ADD CONSTRAINT "teachers_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "handouts_school" ON "handouts" USING btree ("school_id","created_at");--> statement-breakpoint
CREATE INDEX "jobs_reading" ON "jobs" USING btree ("reading_id","kind");--> statement-breakpoint
CREATE UNIQUE INDEX "profiles_one_current" ON "profiles" USING btree ("pupil_id") WHERE "profiles"."current";--> statement-breakpoint
CREATE INDEX "pupils_school" ON "pupils" USING btree ("school_id");--> statement-breakpoint
CREATE INDEX "reading_sentences_clip" ON "reading_sentences" USING btree ("school_id","clip_key");--> statement-breakpoint
CREATE UNIQUE INDEX "readings_one_plan" ON "readings" USING btree ("handout_id","pupil_id","plan_hash");