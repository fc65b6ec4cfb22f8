# Fills a data folder of the demo, while no server runs: python3 bench/fill.py DATA PEOPLE ENTRIES ASSISTANTS [BUSY]. Each assistant keeps
# three principals, who have half of the entries. So many of the last people are busy: of the entries each has 20 weekly series and 200 single
# ones in the six weeks from 8 March 2027, and their public ids are printed, a line each. Everything is written as the application writes it,
# from rows that it made.
import datetime
import itertools
import os
import random
import sqlite3
import sys

data, people, entries, assistants = sys.argv[1], *map(int, sys.argv[2:5])
busy = int(sys.argv[5]) if len(sys.argv) > 5 else 0
series, singles = 20, 200
principals = 3 * assistants
chance = random.Random(7)
db = sqlite3.connect(os.path.join(data, "corlin.db"))
db.row_factory = sqlite3.Row
db.executescript("PRAGMA synchronous=OFF; PRAGMA foreign_keys=OFF;")


def row(sql):
    return dict(db.execute(sql).fetchone())


def insert(table, rows):
    cursor = None
    batch = []
    for one in rows:
        if cursor is None:
            columns = ",".join('"' + c + '"' for c in one)
            cursor = f"INSERT INTO {table} ({columns}) VALUES ({','.join('?' * len(one))})"
        batch.append(tuple(one.values()))
        if len(batch) == 20_000:
            db.executemany(cursor, batch)
            batch = []
    if batch:
        db.executemany(cursor, batch)


def public_id():
    return "%032x" % chance.getrandbits(128)


person = row("SELECT * FROM People WHERE Address = 'tome.vidal@ebbline.example'")
calendar = row("SELECT * FROM Calendars WHERE Main LIMIT 1")
account = row("SELECT * FROM AspNetUsers LIMIT 1")
appointment = row(
    "SELECT * FROM Entries WHERE Kind = 0 AND Rule IS NULL AND NOT Private AND Takes = 3 AND Time_FirstDay IS NULL ORDER BY Id LIMIT 1"
)
everyone = row("SELECT * FROM AccessGrants WHERE ReceiverId IS NULL AND EndedById IS NULL LIMIT 1")
keeps = row(
    "SELECT g.* FROM AccessGrants g JOIN People o ON o.Id = g.OwnerId AND o.Address LIKE 'maren%' "
    "JOIN People r ON r.Id = g.ReceiverId AND r.Address LIKE 'noor%' WHERE g.EndedById IS NULL AND g.CalendarId IS NULL LIMIT 1"
)
last = {t: db.execute(f"SELECT MAX(Id) FROM {t}").fetchone()[0] for t in ("People", "Calendars", "Entries", "AccessGrants", "AspNetUsers")}


def name(i):
    return f"Assistant {i}" if i < assistants else f"Principal {i - assistants}" if i < assistants + principals else f"Colleague {i}"


def address(i):
    return f"scale.{i}@ebbline.example"


insert(
    "People",
    (
        {
            **person,
            "Id": last["People"] + 1 + i,
            "PublicId": public_id(),
            "Name": name(i),
            "SearchName": " " + name(i).lower(),
            "Address": address(i),
            "Telephones": None,
        }
        for i in range(people)
    ),
)
insert(
    "Calendars",
    (
        {
            **calendar,
            "Id": last["Calendars"] + 1 + i,
            "PublicId": public_id(),
            "OwnerId": last["People"] + 1 + i,
            "Name": name(i),
            "ChangeNumber": 0,
        }
        for i in range(people)
    ),
)
insert(
    "AspNetUsers",
    (
        {
            **account,
            "Id": last["AspNetUsers"] + 1 + i,
            "PersonId": last["People"] + 1 + i,
            **{k: address(i) for k in ("UserName", "Email")},
            **{k: address(i).upper() for k in ("NormalizedUserName", "NormalizedEmail")},
            "SecurityStamp": public_id().upper(),
            "ConcurrencyStamp": public_id(),
        }
        for i in range(assistants)
    ),
)


def grants():
    number = last["AccessGrants"]
    for i in range(people):
        number += 1
        yield {**everyone, "Id": number, "OwnerId": last["People"] + 1 + i}
    for i in range(principals):
        number += 1
        owner = last["People"] + 1 + assistants + i
        yield {**keeps, "Id": number, "OwnerId": owner, "ReceiverId": last["People"] + 1 + i // 3}


insert("AccessGrants", grants())
print(f"{people} people, {assistants} assistants", flush=True)

starts = datetime.datetime(2026, 3, 9)


def row_of(number, who, local, end, minutes, rule=None):
    identity = public_id()
    return {
        **appointment,
        "Id": last["Entries"] + 1 + number,
        "PublicId": identity,
        "Uid": identity + "@corlin",
        "CalendarId": last["Calendars"] + 1 + who,
        "OwnerId": last["People"] + 1 + who,
        "MadeById": last["People"] + 1 + who,
        "LastEnd": end,
        "Rule": rule,
        "Title": f"Entry {number}",
        "SearchText": f" entry {number}",
        "Place": None,
        "Time_Length": 60 * minutes,
        "Time_LocalStart": local.isoformat(),
    }


def moment(local):
    # The clock of Lisbon, near enough: what is measured is how much there is.
    return int(local.replace(tzinfo=datetime.timezone.utc).timestamp() * 1000)


def drawn():
    for i in range(entries - busy * (series + singles)):
        who = assistants + i % principals if i % 2 else chance.randrange(people)
        day = starts + datetime.timedelta(days=chance.randrange(730))
        local = day + datetime.timedelta(minutes=480 + 30 * chance.randrange(20))
        start = moment(local)
        yield i, who, local, start, start + 1_800_000


def rows():
    for i, who, local, _, end in drawn():
        yield row_of(i, who, local, end, 30)


def taken():
    """What the busy ones have: the number, whose, when it starts, when the last of it ends, its rule."""
    draws = random.Random(11)
    number = entries - busy * (series + singles)
    from_day = datetime.datetime(2027, 3, 8)
    for who in range(people - busy, people):
        for i in range(series + singles):
            weekly = i < series
            local = from_day + datetime.timedelta(minutes=5 * draws.randrange((7 if weekly else 42) * 288))
            ends = local + datetime.timedelta(days=35 if weekly else 0, minutes=25)
            yield number, who, local, moment(local), moment(ends), "FREQ=WEEKLY;COUNT=6" if weekly else None
            number += 1


insert("Entries", rows())
insert("Entries", (row_of(number, who, local, end, 25, rule) for number, who, local, _, end, rule in taken()))
chance = random.Random(7)
for _ in range(2 * people + assistants * 2):
    public_id()


def again():
    """The same draws as the entries had, which drew a public id each besides."""
    for one in drawn():
        public_id()
        yield one


insert(
    "Occupancy",
    (
        {
            "CalendarId": last["Calendars"] + 1 + who,
            "LastEnd": end,
            "FirstStart": start,
            "EntryId": last["Entries"] + 1 + i,
            "RecurrenceId": "",
            "Takes": 3,
        }
        for i, who, _, start, end in itertools.chain(again(), (one[:5] for one in taken()))
    ),
)
db.commit()
db.executescript("ANALYZE; PRAGMA wal_checkpoint(TRUNCATE);")
print(f"{entries} entries, {os.path.getsize(os.path.join(data, 'corlin.db')) // 1_000_000} MB", flush=True)
for (identity,) in db.execute("SELECT PublicId FROM People WHERE Id > ? ORDER BY Id", (last["People"] + people - busy,)):
    print(identity)
