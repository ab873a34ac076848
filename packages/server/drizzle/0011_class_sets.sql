-- Files of earlier releases are described in another way; they are written anew when they are asked for.
DELETE FROM "jobs" WHERE "kind" = 'export';--> statement-breakpoint
CREATE TABLE "class_set_items" (
	"set_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"pupil_id" uuid NOT NULL,
	"handout_ids" uuid[] NOT NULL,
	"reading_id" uuid,
	"job_id" uuid,
	CONSTRAINT "class_set_items_set_id_position_pk" PRIMARY KEY("set_id","position")
);
--> statement-breakpoint
CREATE TABLE "class_sets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"title" text NOT NULL,
	"request" jsonb NOT NULL,
	"group_id" uuid,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"paused_at" timestamp with time zone,
	"cancelled_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "profiles" ADD COLUMN "file_quality" jsonb DEFAULT '{"sampleRate":22050,"bitRate":64}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "schools" ADD COLUMN "naming" jsonb;--> statement-breakpoint
ALTER TABLE "class_set_items" ADD CONSTRAINT "class_set_items_set_id_class_sets_id_fk" FOREIGN KEY ("set_id") REFERENCES "public"."class_sets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_set_items" ADD CONSTRAINT "class_set_items_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_set_items" ADD CONSTRAINT "class_set_items_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_set_items" ADD CONSTRAINT "class_set_items_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_sets" ADD CONSTRAINT "class_sets_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_sets" ADD CONSTRAINT "class_sets_group_id_job_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."job_groups"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "class_set_items_job" ON "class_set_items" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "class_set_items_reading" ON "class_set_items" USING btree ("reading_id");--> statement-breakpoint
CREATE INDEX "class_set_items_pupil" ON "class_set_items" USING btree ("pupil_id");--> statement-breakpoint
CREATE INDEX "class_sets_school" ON "class_sets" USING btree ("school_id","created_at");