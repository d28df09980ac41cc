-- Whose session a cookie names, with its book: asked with every request, so that it is one message and one plan.
-- It runs as whoever calls it, and row-level security shows it the rows of the book it was asked for and no others.
create function who_asks(book_of uuid, session_of uuid)
returns table (secret_hash text, seen_at timestamptz, member json, book json)
language plpgsql as $$
begin
  perform set_config('app.book_id', book_of::text, true);
  return query
    select s.secret_hash, s.seen_at,
      json_build_object('id', m.id, 'name', m.name, 'email', m.email, 'role', m.role, 'endsOn', m.ends_on,
        'secondFactor', m.second_factor is not null),
      row_to_json(b)
    from session s
    join member m on m.book_id = s.book_id and m.id = s.member_id
    join book b on b.book_id = s.book_id and b.id = s.book_id
    where s.book_id = book_of and s.id = session_of and s.expires_at > now();
end $$;
--> statement-breakpoint
revoke all on function who_asks(uuid, uuid) from public;
--> statement-breakpoint
grant execute on function who_asks(uuid, uuid) to app_rw;
