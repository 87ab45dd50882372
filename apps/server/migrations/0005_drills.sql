CREATE TABLE "drill_answers" (
	"id" text PRIMARY KEY NOT NULL,
	"drill" text NOT NULL,
	"about" text NOT NULL,
	"miss" double precision NOT NULL,
	"lean" double precision,
	"at" text NOT NULL
);
--> statement-breakpoint
CREATE INDEX "drill_answers_at" ON "drill_answers" ("at");
