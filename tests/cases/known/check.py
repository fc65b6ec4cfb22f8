#!/usr/bin/env python3
"""Holds the command line against the cases beside this file (or in another folder of the same shape).
usage, from the project's root: python3 tests/cases/known/check.py [recurrence|expand|slots|wishes] [FOLDER]
Without a kind: recurrence, expand and slots. Prints what differs and a last line 'N of M hold'; exit 0 where all hold."""
import json, os, subprocess, sys, tempfile
what = sys.argv[1] if len(sys.argv) > 1 else "all"
folder = sys.argv[2] if len(sys.argv) > 2 else os.path.dirname(os.path.abspath(__file__))
good = total = 0

def corlin(*args):
    r = subprocess.run(["./corlin", *args], capture_output=True, text=True, timeout=300)
    if r.returncode: raise SystemExit(f"./corlin {' '.join(args)}: exit {r.returncode}\n{r.stderr[-800:]}")
    return r.stdout

def differ(case, text):
    print(f"{case}: {text}"[:300])

def wrong_slots(want, reply):
    """what is wrong with the slots of a reply, or None"""
    g = {o["start"]: sorted(o["missing"]) for o in reply}; w = {o["start"]: sorted(o["missing"]) for o in want}
    costs = [o["cost"] for o in reply]
    if len(g) != len(reply): return "a slot is listed twice"
    if g != w:
        extra, lost = sorted(set(g) - set(w)), sorted(set(w) - set(g)); wrong = [k for k in g if k in w and g[k] != w[k]]
        return f"{len(w)} expected, {len(g)} given; not free but given: {extra[:3]}; free but left out: {lost[:3]}; 'missing' differs: {wrong[:3]}"
    if costs != sorted(costs): return "not ordered by cost, lowest first"
    if any(not o["reasons"] for o in reply): return "a slot has no reason"

def wrong_wishes(asked, want, reply):
    """what is wrong with the rest of a reply to a request with wishes, or None"""
    rooms = {o["start"]: o["rooms"] for o in want["slots"] if "rooms" in o}
    wrong = [o["start"] for o in reply["slots"] if o["start"] in rooms and o.get("rooms") != rooms[o["start"]]]
    if wrong: return f"'rooms' differs: {[(t, rooms[t]) for t in wrong[:3]]} expected"
    for key in ("misses", "series", "makeRoom", "candidates"):
        if (key in want) != (reply.get(key) is not None): return f"'{key}' is {'left out' if key in want else 'given and was not asked'}"
    if "misses" in want:
        g, w = reply["misses"], want["misses"]
        if g["least"] != w["least"]: return f"misses: least {w['least']} expected, {g['least']} given"
        if g["starts"] != w["starts"]: return f"misses: {len(w['starts'])} starts expected, {len(g['starts'])} given; too many: {sorted(set(g['starts']) - set(w['starts']))[:3]}; left out: {sorted(set(w['starts']) - set(g['starts']))[:3]}; or out of time order"
    if "series" in want:
        g, w = [(o["start"], o["fits"], o["misses"]) for o in reply["series"]], [(o["start"], o["fits"], o["misses"]) for o in want["series"]]
        if g != w:
            a, b = {o[0]: o for o in g}, {o[0]: o for o in w}; k = next((i for i, (x, y) in enumerate(zip(g, w)) if x != y), min(len(g), len(w)))
            return f"series: {len(w)} expected, {len(g)} given; too many: {sorted(set(a) - set(b))[:2]}; left out: {sorted(set(b) - set(a))[:2]}; first that differs, number {k + 1}: {w[k:k + 1]} expected, {g[k:k + 1]} given"
    if "makeRoom" in want:
        g, w = reply["makeRoom"], want["makeRoom"]
        if g["least"] != w["least"]: return f"makeRoom: least {w['least']} expected, {g['least']} given"
        if len(g["starts"]) != len(set(g["starts"])) or set(g["starts"]) != set(w["starts"]): return f"makeRoom: {len(w['starts'])} starts expected, {len(g['starts'])} given; too many: {sorted(set(g['starts']) - set(w['starts']))[:3]}; left out: {sorted(set(w['starts']) - set(g['starts']))[:3]}"
        if w["least"]:
            plan = g.get("plan")
            if not plan or plan.get("start") != g["starts"][0]: return "makeRoom: no plan for the first start"
            uids = [m["uid"] for m in plan["moves"] if m.get("to")]
            if len(plan["moves"]) != w["least"] or len(set(uids)) != w["least"] or not set(uids) <= {m["uid"] for m in asked["makeRoom"]["movable"]}: return f"makeRoom: the plan moves {[m.get('uid') for m in plan['moves']]}, not {w['least']} of the movable events"
    if "candidates" in want and reply["candidates"]["placed"] != want["candidates"]["placed"]: return f"candidates: {want['candidates']['placed']} expected, {reply['candidates']['placed']} given"

if what in ("recurrence", "all"):
    cases = [json.loads(l) for l in open(f"{folder}/recurrence.jsonl")]
    with tempfile.NamedTemporaryFile("w", suffix=".ics", newline="", delete=False) as f:
        f.write("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//cases//EN\r\n")
        for c in cases:
            start = f"DTSTART:{c['dtstart']}Z" if c["tzid"] == "UTC" else f"DTSTART;TZID={c['tzid']}:{c['dtstart']}"
            f.write(f"BEGIN:VEVENT\r\nUID:{c['id']}\r\nDTSTAMP:20260101T000000Z\r\n{start}\r\nDURATION:PT30M\r\nRRULE:{c['rrule']}\r\nSUMMARY:case\r\nEND:VEVENT\r\n")
        f.write("END:VCALENDAR\r\n")
    got = {}
    for line in corlin("expand", f.name, "--from", "2023-12-01T00:00:00Z", "--to", "2029-01-01T00:00:00Z").splitlines():
        o = json.loads(line); got.setdefault(o["uid"], []).append(o["start"])
    os.unlink(f.name)
    for c in cases:
        total += 1; g = sorted(got.get(c["id"], []))
        if len(g) == c["count"] and g[:25] == c["first"] and g[-25:] == c["last"]: good += 1
        else: differ(c["id"], f"{c['dtstart']} {c['tzid']} {c['rrule']}: {len(g)} occurrences for {c['count']}; first that differ: {[p for p in zip(g, c['first']) if p[0] != p[1]][:2]}")

if what in ("expand", "all"):
    for name in sorted(os.listdir(f"{folder}/expand")):
        d = f"{folder}/expand/{name}"; want = json.load(open(f"{d}/expected.json")); total += 1
        g = {(o["uid"], o["start"], o["end"]) for o in map(json.loads, corlin("expand", f"{d}/calendar.ics", "--from", want["from"], "--to", want["to"]).splitlines())}
        w = {(o["uid"], o["start"], o["end"]) for o in want["occurrences"]}
        if g == w: good += 1
        else: differ(f"expand/{name}", f"{len(w)} expected, {len(g)} given; too many: {sorted(g - w)[:2]}; left out: {sorted(w - g)[:2]}")

if what in ("slots", "all"):
    for name in sorted(os.listdir(f"{folder}/slots")):
        d = f"{folder}/slots/{name}"
        if not os.path.exists(f"{d}/request.json"): continue
        total += 1; want = json.load(open(f"{d}/expected.json")); reply = json.loads(corlin("slots", f"{d}/request.json"))["slots"]
        wrong = wrong_slots(want, reply)
        if wrong: differ(name, wrong)
        else: good += 1

if what == "wishes":
    for name in sorted(os.listdir(f"{folder}/wishes")):
        d = f"{folder}/wishes/{name}"
        if not os.path.exists(f"{d}/request.json"): continue
        total += 1; asked = json.load(open(f"{d}/request.json")); want = json.load(open(f"{d}/expected.json")); reply = json.loads(corlin("slots", f"{d}/request.json"))
        wrong = wrong_slots(want["slots"], reply["slots"]) or wrong_wishes(asked, want, reply)
        if wrong: differ(f"wishes/{name}", wrong)
        else: good += 1
print(f"{good} of {total} hold")
sys.exit(0 if good == total and total else 1)
