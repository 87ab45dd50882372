CREATE TABLE "pictures" (
	"piece_id" text PRIMARY KEY NOT NULL,
	"drawn_from" text NOT NULL,
	"frame" text NOT NULL,
	"png" "bytea" NOT NULL
);
--> statement-breakpoint
ALTER TABLE "pictures" ADD CONSTRAINT "pictures_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;
