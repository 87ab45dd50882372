CREATE TABLE "pieces" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"version" integer NOT NULL,
	"parts" integer NOT NULL,
	"body" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "ticks" (
	"piece_id" text NOT NULL,
	"part" text NOT NULL,
	"step" text NOT NULL,
	"role" text NOT NULL,
	"copy" integer NOT NULL,
	"done_at" text NOT NULL,
	"did" text NOT NULL,
	CONSTRAINT "ticks_piece_id_part_step_role_copy_pk" PRIMARY KEY("piece_id","part","step","role","copy")
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"key" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "ticks" ADD CONSTRAINT "ticks_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;
