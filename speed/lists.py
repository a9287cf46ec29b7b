"""The list of a kitchen with a hundred thousand formulas."""

import os

import psycopg

from speed.load import Client

MANY, ASKED, MOST_MS = 100_000, 60, 50
# So many formulas in one statement, as a kitchen of years might have them.
FILL = """
INSERT INTO formulas_formula (kitchen_id, document, revision, title, species, kinds, tags, search_text, card,
                              latest_version, place, created_at, updated_at)
SELECT %s, '{}', 1, 'Formula ' || n, (array['zander', 'cod', 'char', 'hake'])[1 + n %% 4], array['marinade'],
       array['tag' || n %% 50], 'formula ' || n || ' word' || n %% 5000, '{}', 0,
       CASE WHEN n %% 10 = 0 THEN 'archive' ELSE 'table' END, now(), now() - n * interval '1 minute'
FROM generate_series(1, %s) n
"""
KITCHEN = """
WITH made AS (INSERT INTO accounts_kitchen (slug, name) VALUES ('large', 'Large') RETURNING id)
INSERT INTO accounts_membership (user_id, kitchen_id, role)
SELECT u.id, made.id, 'owner' FROM made, accounts_user u WHERE u.username = 'mk' RETURNING kitchen_id
"""
LISTS = {
    "newest": "",
    "by title": "?sort=title",
    "by fish": "?sort=fish",
    "a word": "?q=word77",
    "a fish": "?fish=cod",
    "a tag": "?tag=tag7",
    "a kind that nobody has": "?kind=batter",
}


def report(address: str) -> None:
    """Print the 95th percentile of each list, and of its second page."""
    with psycopg.connect(os.environ["DATABASE_URL"], autocommit=True) as database:
        found = database.execute(KITCHEN).fetchone()
        assert found is not None
        database.execute(FILL, [found[0], MANY])
        database.execute("ANALYZE formulas_formula")
    client = Client(address).sign_in()
    print(f"lists of {MANY} formulas, 95th percentile [ms], to reach {MOST_MS}")
    for name, asked in LISTS.items():
        spent = sorted(client.ask("GET", f"/api/kitchens/large/formulas{asked}")[1] for _ in range(ASKED))
        print(f"  {name:24} {spent[int(0.95 * (ASKED - 1))]:.0f}")
