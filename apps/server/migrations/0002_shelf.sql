CREATE TABLE "shelf" (
	"id" text PRIMARY KEY NOT NULL,
	"version" integer NOT NULL,
	"body" text NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
