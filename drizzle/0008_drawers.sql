CREATE TYPE "public"."scope" AS ENUM('own', 'project', 'all');--> statement-breakpoint
CREATE TABLE "piece_files" (
	"piece_id" text NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "piece_files_piece_id_hash_pk" PRIMARY KEY("piece_id","hash")
);
--> statement-breakpoint
CREATE TABLE "pieces" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"scope" "scope" NOT NULL,
	"owner_id" text NOT NULL,
	"project_id" text,
	"content" jsonb NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "piece_files" ADD CONSTRAINT "piece_files_piece_id_pieces_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."pieces"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece_files" ADD CONSTRAINT "piece_files_hash_files_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."files"("hash") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pieces" ADD CONSTRAINT "pieces_owner_id_people_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pieces" ADD CONSTRAINT "pieces_project_id_projects_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "pieces_by_owner" ON "pieces" USING btree ("owner_id");--> statement-breakpoint
CREATE INDEX "pieces_by_project" ON "pieces" USING btree ("project_id");