ALTER TYPE "public"."role" ADD VALUE 'facilitator' BEFORE 'editor';--> statement-breakpoint
ALTER TYPE "public"."role" ADD VALUE 'commenter' BEFORE 'viewer';--> statement-breakpoint
CREATE TABLE "bans" (
	"board_id" text NOT NULL,
	"person_id" text NOT NULL,
	"banned_by" text,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "bans_board_id_person_id_pk" PRIMARY KEY("board_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "editors_share" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "onlookers_take_out" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "watching" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "closed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "join_links" ADD COLUMN "code" text;--> statement-breakpoint
ALTER TABLE "join_links" ADD COLUMN "password_hash" text;--> statement-breakpoint
ALTER TABLE "join_links" ADD COLUMN "expires_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "bans" ADD CONSTRAINT "bans_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bans" ADD CONSTRAINT "bans_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bans" ADD CONSTRAINT "bans_banned_by_people_id_fk" FOREIGN KEY ("banned_by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "join_links" ADD CONSTRAINT "join_links_code_unique" UNIQUE("code");