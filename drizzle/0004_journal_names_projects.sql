CREATE TYPE "public"."names" AS ENUM('shown', 'veiled', 'hidden');--> statement-breakpoint
CREATE TABLE "happenings" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"board_id" text NOT NULL,
	"person_id" text,
	"at" timestamp with time zone NOT NULL,
	"until" timestamp with time zone NOT NULL,
	"verb" text NOT NULL,
	"thing" text NOT NULL,
	"thing_id" text,
	"sheet" text,
	"words" text NOT NULL,
	"count" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "project_members" (
	"project_id" text NOT NULL,
	"person_id" text NOT NULL,
	"role" "role" NOT NULL,
	"joined_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "project_members_project_id_person_id_pk" PRIMARY KEY("project_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "projects" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
-- Snapshots are made anew from the log, which holds everything: the journal is read on the way.
DELETE FROM "snapshots";--> statement-breakpoint
ALTER TABLE "snapshots" DROP CONSTRAINT "snapshots_pkey";--> statement-breakpoint
ALTER TABLE "snapshots" ALTER COLUMN "at" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "snapshots" ADD CONSTRAINT "snapshots_document_up_to_pk" PRIMARY KEY("document","up_to");--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "names" "names" DEFAULT 'shown' NOT NULL;--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "project_id" text;--> statement-breakpoint
ALTER TABLE "memberships" ADD COLUMN "project_id" text;--> statement-breakpoint
ALTER TABLE "memberships" ADD COLUMN "alias_id" text;--> statement-breakpoint
ALTER TABLE "memberships" ADD COLUMN "alias_number" integer;--> statement-breakpoint
ALTER TABLE "snapshots" ADD COLUMN "updates" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "snapshots" ADD COLUMN "log_bytes" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "happenings" ADD CONSTRAINT "happenings_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "happenings" ADD CONSTRAINT "happenings_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "project_members" ADD CONSTRAINT "project_members_project_id_projects_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "project_members" ADD CONSTRAINT "project_members_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "happenings_by_board" ON "happenings" USING btree ("board_id","until","id");--> statement-breakpoint
CREATE INDEX "project_members_by_person" ON "project_members" USING btree ("person_id");--> statement-breakpoint
ALTER TABLE "boards" ADD CONSTRAINT "boards_project_id_projects_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."projects"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "memberships" ADD CONSTRAINT "memberships_project_id_projects_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."projects"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "memberships" ADD CONSTRAINT "memberships_alias_id_people_id_fk" FOREIGN KEY ("alias_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "boards_by_project" ON "boards" USING btree ("project_id");--> statement-breakpoint
CREATE INDEX "memberships_by_project" ON "memberships" USING btree ("project_id");--> statement-breakpoint
ALTER TABLE "memberships" ADD CONSTRAINT "memberships_alias_id_unique" UNIQUE("alias_id");