CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS unaccent;--> statement-breakpoint
CREATE TEXT SEARCH CONFIGURATION wandtafel_de (COPY = german);--> statement-breakpoint
ALTER TEXT SEARCH CONFIGURATION wandtafel_de ALTER MAPPING FOR hword, hword_part, word WITH unaccent, german_stem;--> statement-breakpoint
CREATE TEXT SEARCH CONFIGURATION wandtafel_en (COPY = english);--> statement-breakpoint
ALTER TEXT SEARCH CONFIGURATION wandtafel_en ALTER MAPPING FOR hword, hword_part, word WITH unaccent, english_stem;--> statement-breakpoint
CREATE TABLE "board_texts" (
	"board_id" text NOT NULL,
	"object_id" text NOT NULL,
	"text" text NOT NULL,
	"plain" text NOT NULL,
	"words" "tsvector" GENERATED ALWAYS AS (to_tsvector('wandtafel_de', "text") || to_tsvector('wandtafel_en', "text")) STORED NOT NULL,
	CONSTRAINT "board_texts_board_id_object_id_pk" PRIMARY KEY("board_id","object_id")
);
--> statement-breakpoint
ALTER TABLE "board_texts" ADD CONSTRAINT "board_texts_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "board_texts_by_word" ON "board_texts" USING gin ("words");--> statement-breakpoint
CREATE INDEX "board_texts_by_letters" ON "board_texts" USING gin ("plain" gin_trgm_ops);--> statement-breakpoint
-- All summaries are made anew, with the texts.
DELETE FROM "board_pictures";