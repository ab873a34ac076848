CREATE TABLE "class_members" (
	"school_id" uuid NOT NULL,
	"class_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	CONSTRAINT "class_members_class_id_pupil_id_pk" PRIMARY KEY("class_id","pupil_id")
);
--> statement-breakpoint
CREATE TABLE "classes" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "classes_one_name" UNIQUE("school_id","name")
);
--> statement-breakpoint
CREATE TABLE "subjects" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "subjects_one_name" UNIQUE("school_id","name")
);
--> statement-breakpoint
DROP INDEX "pronunciations_one_form";--> statement-breakpoint
ALTER TABLE "pronunciations" ADD COLUMN "pupil_id" uuid;--> statement-breakpoint
ALTER TABLE "pronunciations" ADD COLUMN "class_id" uuid;--> statement-breakpoint
ALTER TABLE "pronunciations" ADD COLUMN "subject_id" uuid;--> statement-breakpoint
ALTER TABLE "handouts" ADD COLUMN "subject_id" uuid;--> statement-breakpoint
ALTER TABLE "handouts" ADD COLUMN "class_id" uuid;--> statement-breakpoint
ALTER TABLE "class_members" ADD CONSTRAINT "class_members_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_members" ADD CONSTRAINT "class_members_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_members" ADD CONSTRAINT "class_members_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "classes" ADD CONSTRAINT "classes_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "subjects" ADD CONSTRAINT "subjects_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "class_members_pupil" ON "class_members" USING btree ("pupil_id");--> statement-breakpoint
ALTER TABLE "pronunciations" ADD CONSTRAINT "pronunciations_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pronunciations" ADD CONSTRAINT "pronunciations_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pronunciations" ADD CONSTRAINT "pronunciations_subject_id_subjects_id_fk" FOREIGN KEY ("subject_id") REFERENCES "public"."subjects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "handouts" ADD CONSTRAINT "handouts_subject_id_subjects_id_fk" FOREIGN KEY ("subject_id") REFERENCES "public"."subjects"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "handouts" ADD CONSTRAINT "handouts_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "handouts_class" ON "handouts" USING btree ("class_id");--> statement-breakpoint
CREATE INDEX "handouts_subject" ON "handouts" USING btree ("subject_id");--> statement-breakpoint
INSERT INTO "classes" ("school_id", "name")
	SELECT "school_id", unnest("classes") FROM "pupils"
	UNION SELECT "school_id", "class_name" FROM "handouts" WHERE "class_name" <> ''
	UNION SELECT "school_id", "scope_value" FROM "pronunciations" WHERE "scope" = 'class';--> statement-breakpoint
INSERT INTO "subjects" ("school_id", "name")
	SELECT "school_id", "subject" FROM "handouts" WHERE "subject" <> ''
	UNION SELECT "school_id", "scope_value" FROM "pronunciations" WHERE "scope" = 'subject';--> statement-breakpoint
INSERT INTO "class_members" ("school_id", "class_id", "pupil_id")
	SELECT "pupils"."school_id", "classes"."id", "pupils"."id" FROM "pupils" JOIN "classes" ON "classes"."school_id" = "pupils"."school_id" AND "classes"."name" = ANY("pupils"."classes");--> statement-breakpoint
UPDATE "handouts" SET "class_id" = "classes"."id" FROM "classes" WHERE "classes"."school_id" = "handouts"."school_id" AND "classes"."name" = "handouts"."class_name";--> statement-breakpoint
UPDATE "handouts" SET "subject_id" = "subjects"."id" FROM "subjects" WHERE "subjects"."school_id" = "handouts"."school_id" AND "subjects"."name" = "handouts"."subject";--> statement-breakpoint
UPDATE "pronunciations" SET "class_id" = "classes"."id" FROM "classes" WHERE "scope" = 'class' AND "classes"."school_id" = "pronunciations"."school_id" AND "classes"."name" = "scope_value";--> statement-breakpoint
UPDATE "pronunciations" SET "subject_id" = "subjects"."id" FROM "subjects" WHERE "scope" = 'subject' AND "subjects"."school_id" = "pronunciations"."school_id" AND "subjects"."name" = "scope_value";--> statement-breakpoint
UPDATE "pronunciations" SET "pupil_id" = "pupils"."id" FROM "pupils" WHERE "scope" = 'pupil' AND "pupils"."school_id" = "pronunciations"."school_id" AND "pupils"."id"::text = "scope_value";--> statement-breakpoint
DELETE FROM "pronunciations" WHERE "scope" = 'pupil' AND "pupil_id" IS NULL;--> statement-breakpoint
ALTER TABLE "pupils" DROP COLUMN "classes";--> statement-breakpoint
ALTER TABLE "pronunciations" DROP COLUMN "scope_value";--> statement-breakpoint
ALTER TABLE "handouts" DROP COLUMN "subject";--> statement-breakpoint
ALTER TABLE "handouts" DROP COLUMN "class_name";--> statement-breakpoint
ALTER TABLE "pronunciations" ADD CONSTRAINT "pronunciations_one_form" UNIQUE NULLS NOT DISTINCT("school_id","pupil_id","class_id","subject_id","written","part_of_speech");--> statement-breakpoint
ALTER TABLE "pronunciations" ADD CONSTRAINT "pronunciations_scope" CHECK (("pronunciations"."scope" = 'pupil') = ("pronunciations"."pupil_id" is not null) and ("pronunciations"."scope" = 'class') = ("pronunciations"."class_id" is not null) and ("pronunciations"."scope" = 'subject') = ("pronunciations"."subject_id" is not null));