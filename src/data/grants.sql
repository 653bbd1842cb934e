-- What the app's own role may do: nothing but what its statements need. It owns nothing, so it cannot switch off a trigger; what is only ever added
-- it may only read and add to. `pezzo_app_role` stands for the role's name.
grant usage on schema public to pezzo_app_role;
-- What an older version granted and this one does not goes.
revoke all on all tables in schema public from pezzo_app_role;
grant select on all tables in schema public to pezzo_app_role;
grant insert on shop, people, sessions, devices, sign_in_tries, procedures, procedure_applies, procedure_revisions, procedure_drafts,
  vehicles, jobs, logs, run_procedures, flags, photos, recordings, bench_results, speakers, finding_decisions, stock_moves, procedure_comments, provenances, quotes, quote_answers, store_items, day_places, shop_tools,
  stock_questions, stock_reservations, store_photos, supply_orders, supply_order_lines, store_kits, store_kit_takes, run_lessons, kept_reports, rehearsal_tasks to pezzo_app_role;
-- Nobody chooses an event's place, number or hashes, nor begins a run that is finished or a rehearsal with its score.
grant insert (id, log_id, lamport, device, seq, person_id, at, type, fact, received_from) on events to pezzo_app_role;
grant insert (id, job_number, title, plan, created_by) on runs to pezzo_app_role;
grant insert (id, branch, person, procedure_id, revision, draft_version, level, setup) on rehearsals to pezzo_app_role;
grant update on shop, people, devices, sign_in_tries, procedures, procedure_drafts, speakers, store_items, day_places, shop_tools, store_photos,
  supply_orders, store_kits to pezzo_app_role;
grant update on rehearsal_tasks to pezzo_app_role;
grant update (moves, score, points, taken_seconds, kinds, weak_kinds, finished_at) on rehearsals to pezzo_app_role;
grant update (vin, label) on vehicles to pezzo_app_role;
grant update (trained_person, named_by, named_at, schools, sets, due_at, parts_at, parts, customer, phone, consent, consent_by, consent_at, keep_months) on jobs to pezzo_app_role;
grant update (finished_at, reserved) on runs to pezzo_app_role;
grant update (settled_by, settled_at) on stock_questions to pezzo_app_role;
grant update (back_ordered, received) on supply_order_lines to pezzo_app_role;
grant update (closed_position) on logs to pezzo_app_role;
grant update (looked_by, looked_at) on flags to pezzo_app_role;
grant update (settled_by, settled_at) on procedure_comments to pezzo_app_role;
grant delete on sessions, sign_in_tries, procedures, procedure_applies, procedure_drafts, speakers, provenances, day_places, stock_reservations, rehearsals, rehearsal_tasks to pezzo_app_role;
grant execute on function redact_job(integer, text), door_branches(), door_session(bytea), door_device(bytea), door_people(integer, text), door_end_session(bytea), door_sweep(), door_news(bigint),
  add_branch(text, jsonb, text, text, text, text), chain_kinds(), is_taken(text, text), credits(text[]), keep_summaries(text[], jsonb[]), list_wires(text, jsonb, integer) to pezzo_app_role;
