-- What people say about lines of a difference.
create table line_comment (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  device varchar(60) not null,
  side varchar(10) not null,
  -- The lines above it, each on a line; secrets masked, like the line itself.
  path text not null,
  line text not null,
  body text not null,
  author_id bigint not null references person,
  written_at timestamptz not null,
  resolved_by_id bigint references person,
  resolved_at timestamptz
);
create index line_comment_change on line_comment (change_id);
create table line_answer (
  id bigint generated always as identity primary key,
  comment_id bigint not null references line_comment,
  body text not null,
  author_id bigint not null references person,
  written_at timestamptz not null
);
create index line_answer_comment on line_answer (comment_id);
