ALTER TABLE "photo" ALTER COLUMN "animal_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "place_id" uuid;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_book_id_place_id_place_book_id_id_fk" FOREIGN KEY ("book_id","place_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_of_one" CHECK (("photo"."animal_id" is null) <> ("photo"."place_id" is null));