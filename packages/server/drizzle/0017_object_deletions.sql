CREATE TABLE "object_deletions" (
	"prefix" text PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
