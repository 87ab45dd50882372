ALTER TABLE "blobs" ALTER COLUMN "bytes" DROP NOT NULL;
--> statement-breakpoint
CREATE TABLE "piece_blobs" (
	"piece_id" text NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "piece_blobs_piece_id_hash_pk" PRIMARY KEY("piece_id","hash")
);
--> statement-breakpoint
ALTER TABLE "piece_blobs" ADD CONSTRAINT "piece_blobs_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "piece_blobs_hash" ON "piece_blobs" ("hash");
