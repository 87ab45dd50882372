CREATE TABLE "blobs" (
	"hash" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"type" text NOT NULL,
	"size" integer NOT NULL,
	"says" text NOT NULL,
	"bytes" bytea NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
