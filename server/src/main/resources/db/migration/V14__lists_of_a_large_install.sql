-- What the owner's screens count is counted within an index.

-- Looking for letters of an address or a name reads every person's, but no more of them.
ALTER TABLE person ADD KEY by_words (email_key, first_name, state, erased_at, merged_into);

-- How far the people of an offer came, and how many wait for each step.
ALTER TABLE sign_up ADD KEY track (offer_id, person_id, confirmed_at, decision);
ALTER TABLE run
  ADD KEY track (offer_id, person_id),
  ADD KEY ahead (next_step_id, ended_at);
