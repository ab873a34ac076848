CREATE TABLE "hand_outs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"reading_id" uuid,
	"package" uuid,
	"title" text NOT NULL,
	"seconds" double precision DEFAULT 0 NOT NULL,
	"bytes" jsonb DEFAULT '{"opus":0,"m4a":0}'::jsonb NOT NULL,
	"version" integer DEFAULT 0 NOT NULL,
	"allows" jsonb NOT NULL,
	"first_day" date,
	"last_day" date,
	"job_id" uuid,
	"made_at" timestamp with time zone,
	"taken_back_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "page_events" (
	"pupil_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"hand_out_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"sentence" integer,
	"amount" double precision NOT NULL,
	"text" text NOT NULL,
	"seen_at" timestamp with time zone,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "page_events_pupil_id_id_pk" PRIMARY KEY("pupil_id","id")
);
--> statement-breakpoint
CREATE TABLE "pupil_links" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"hand_out_id" uuid,
	"secret_hash" text NOT NULL,
	"code_hash" text NOT NULL,
	"pin_hash" text,
	"opened_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "pupil_links_secret_hash_unique" UNIQUE("secret_hash"),
	CONSTRAINT "pupil_links_code_hash_unique" UNIQUE("code_hash")
);
--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "keeps_records" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "schools" ADD COLUMN "keeps_records" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "schools" ADD COLUMN "record_days" integer DEFAULT 365 NOT NULL;--> statement-breakpoint
ALTER TABLE "schools" ADD COLUMN "embed_origins" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_events" ADD CONSTRAINT "page_events_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_events" ADD CONSTRAINT "page_events_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_events" ADD CONSTRAINT "page_events_hand_out_id_hand_outs_id_fk" FOREIGN KEY ("hand_out_id") REFERENCES "public"."hand_outs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pupil_links" ADD CONSTRAINT "pupil_links_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pupil_links" ADD CONSTRAINT "pupil_links_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pupil_links" ADD CONSTRAINT "pupil_links_hand_out_id_hand_outs_id_fk" FOREIGN KEY ("hand_out_id") REFERENCES "public"."hand_outs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "hand_outs_one_out" ON "hand_outs" USING btree ("handout_id","pupil_id") WHERE "hand_outs"."taken_back_at" is null;--> statement-breakpoint
CREATE INDEX "hand_outs_school" ON "hand_outs" USING btree ("school_id","created_at");--> statement-breakpoint
CREATE INDEX "hand_outs_pupil" ON "hand_outs" USING btree ("pupil_id");--> statement-breakpoint
CREATE INDEX "hand_outs_package" ON "hand_outs" USING btree ("package");--> statement-breakpoint
CREATE INDEX "page_events_hand_out" ON "page_events" USING btree ("hand_out_id");--> statement-breakpoint
CREATE INDEX "page_events_school" ON "page_events" USING btree ("school_id","at");--> statement-breakpoint
CREATE INDEX "pupil_links_pupil" ON "pupil_links" USING btree ("pupil_id");--> statement-breakpoint
CREATE UNIQUE INDEX "pupil_links_one" ON "pupil_links" USING btree ("pupil_id",coalesce("hand_out_id", '00000000-0000-0000-0000-000000000000'::uuid)) WHERE "pupil_links"."revoked_at" is null;