CREATE TABLE "heard_pages" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"address" text NOT NULL,
	"handout_id" uuid,
	"hand_out_id" uuid,
	"content_hash" text,
	"error" text,
	"fetched_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "heard_pages_address" UNIQUE("school_id","address")
);
--> statement-breakpoint
CREATE TABLE "heard_sites" (
	"school_id" uuid PRIMARY KEY NOT NULL,
	"origins" text[] DEFAULT '{}' NOT NULL,
	"pupil_id" uuid
);
--> statement-breakpoint
ALTER TABLE "heard_pages" ADD CONSTRAINT "heard_pages_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "heard_pages" ADD CONSTRAINT "heard_pages_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "heard_pages" ADD CONSTRAINT "heard_pages_hand_out_id_hand_outs_id_fk" FOREIGN KEY ("hand_out_id") REFERENCES "public"."hand_outs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "heard_sites" ADD CONSTRAINT "heard_sites_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "heard_sites" ADD CONSTRAINT "heard_sites_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE set null ON UPDATE no action;