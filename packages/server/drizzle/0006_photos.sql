ALTER TYPE "public"."source_kind" ADD VALUE 'photos';--> statement-breakpoint
CREATE TABLE "photo_pages" (
	"handout_id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"media_type" text NOT NULL,
	"photo" "bytea" NOT NULL,
	"shown" "bytea" NOT NULL,
	"flat" "bytea" NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"warp" jsonb NOT NULL,
	"words" jsonb NOT NULL,
	"bare" jsonb NOT NULL,
	"checked" jsonb DEFAULT '[]'::jsonb NOT NULL,
	CONSTRAINT "photo_pages_handout_id_position_pk" PRIMARY KEY("handout_id","position")
);
--> statement-breakpoint
ALTER TABLE "photo_pages" ADD CONSTRAINT "photo_pages_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo_pages" ADD CONSTRAINT "photo_pages_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;