CREATE TABLE "board_sayings" (
	"board_id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"text" text NOT NULL,
	"times" integer DEFAULT 1 NOT NULL,
	"said_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "board_sayings_board_id_text_pk" PRIMARY KEY("board_id","text")
);
--> statement-breakpoint
CREATE TABLE "boards" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"pupil_id" uuid,
	"name" text NOT NULL,
	"columns" integer NOT NULL,
	"scanning" jsonb NOT NULL,
	"phrases" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"link_hash" text,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "phrase_pictures" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"content" "bytea" NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "casts" (
	"handout_id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"is_on" boolean NOT NULL,
	"voices" jsonb NOT NULL,
	"passages" jsonb NOT NULL,
	"revision" integer NOT NULL,
	"teacher_id" uuid,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "companions" (
	"handout_id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"language" text NOT NULL,
	"origin" text NOT NULL,
	"pairs" jsonb NOT NULL,
	"revision" integer NOT NULL,
	"teacher_id" uuid,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "study_marks" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"block" text NOT NULL,
	"start" integer NOT NULL,
	"end" integer NOT NULL,
	"written" text NOT NULL,
	"colour" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "profiles" ADD COLUMN "pauses_by_pace" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "profiles" ADD COLUMN "file_kind" text DEFAULT 'mp3' NOT NULL;--> statement-breakpoint
ALTER TABLE "profiles" ADD COLUMN "teacher_id" uuid;--> statement-breakpoint
ALTER TABLE "profiles" ADD COLUMN "reason" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "profiles" ADD COLUMN "trials" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "year" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "classes" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "cast" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "board_sayings" ADD CONSTRAINT "board_sayings_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "board_sayings" ADD CONSTRAINT "board_sayings_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "boards" ADD CONSTRAINT "boards_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "boards" ADD CONSTRAINT "boards_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "phrase_pictures" ADD CONSTRAINT "phrase_pictures_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "casts" ADD CONSTRAINT "casts_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "casts" ADD CONSTRAINT "casts_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "casts" ADD CONSTRAINT "casts_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "companions" ADD CONSTRAINT "companions_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "companions" ADD CONSTRAINT "companions_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "companions" ADD CONSTRAINT "companions_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "study_marks" ADD CONSTRAINT "study_marks_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "study_marks" ADD CONSTRAINT "study_marks_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "boards_school" ON "boards" USING btree ("school_id");--> statement-breakpoint
CREATE UNIQUE INDEX "boards_link" ON "boards" USING btree ("link_hash");--> statement-breakpoint
CREATE INDEX "study_marks_handout" ON "study_marks" USING btree ("handout_id");--> statement-breakpoint
ALTER TABLE "profiles" ADD CONSTRAINT "profiles_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "profiles_pupil" ON "profiles" USING btree ("pupil_id","created_at");