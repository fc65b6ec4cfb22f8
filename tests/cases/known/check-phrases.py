#!/usr/bin/env python3
"""Checks how well requests typed in ordinary English are understood.

    python3 tests/cases/known/check-phrases.py [FOLDER] [-v]

Run it from the project's root.  FOLDER holds phrases.jsonl (without FOLDER: the
folder of this file; the path of a .jsonl file will do as well).  The
cases, without the answers, are written to a file; `./corlin read FILE.jsonl` must
print one JSON object a line.  Every case is then one of three:
    right            all that was told is in the reply, nothing else, and what cannot
                     be understood is reported in `left`
    not understood   something is missing or reported in `left`, but nothing is wrong
    WRONG            a value differs, is invented, or a part was dropped in silence
Every wrong one is printed (-v: those not understood too).  Exit 0 when none is wrong
and at least 95 % are right.  phrases.md tells the forms and the conventions.
"""
import json, os, re, subprocess, sys, tempfile, unicodedata
from calendar import monthrange
from datetime import date, datetime, timedelta

HERE = os.path.dirname(os.path.abspath(__file__))
RIGHT, PART, WRONG = "right", "not understood", "WRONG"
SMALL = set("a an the on at in by for from to till until of with and or but before after about some is it".split())
KEYS = ("title", "start", "minutes", "end", "allDay", "days", "with", "optional", "place", "video", "rule", "zone")

# two names of one zone
LINKS = """
Asia/Calcutta Asia/Kolkata|Asia/Saigon Asia/Ho_Chi_Minh|Asia/Katmandu Asia/Kathmandu|Asia/Rangoon Asia/Yangon
Asia/Dacca Asia/Dhaka|Asia/Macao Asia/Macau|Asia/Ujung_Pandang Asia/Makassar|Asia/Tel_Aviv Asia/Jerusalem|Israel Asia/Jerusalem
Asia/Istanbul Europe/Istanbul|Turkey Europe/Istanbul|Asia/Chongqing Asia/Shanghai|Asia/Chungking Asia/Shanghai|Asia/Harbin Asia/Shanghai
PRC Asia/Shanghai|Japan Asia/Tokyo|ROK Asia/Seoul|ROC Asia/Taipei|Hongkong Asia/Hong_Kong|Singapore Asia/Singapore|Iran Asia/Tehran
Europe/Kiev Europe/Kyiv|GB Europe/London|GB-Eire Europe/London|Europe/Belfast Europe/London|Eire Europe/Dublin|Portugal Europe/Lisbon
Poland Europe/Warsaw|W-SU Europe/Moscow|Iceland Atlantic/Reykjavik|Atlantic/Faeroe Atlantic/Faroe|Atlantic/Jan_Mayen Arctic/Longyearbyen
NZ Pacific/Auckland|Antarctica/McMurdo Pacific/Auckland|Antarctica/South_Pole Pacific/Auckland|NZ-CHAT Pacific/Chatham
Australia/ACT Australia/Sydney|Australia/Canberra Australia/Sydney|Australia/NSW Australia/Sydney|Australia/Victoria Australia/Melbourne
Australia/Queensland Australia/Brisbane|Australia/West Australia/Perth|Australia/North Australia/Darwin|Australia/South Australia/Adelaide
Australia/Tasmania Australia/Hobart|Australia/Currie Australia/Hobart|Australia/LHI Australia/Lord_Howe|Australia/Yancowinna Australia/Broken_Hill
America/Buenos_Aires America/Argentina/Buenos_Aires|America/Montreal America/Toronto|America/Godthab America/Nuuk|Canada/Eastern America/Toronto
America/Thunder_Bay America/Toronto|America/Nipigon America/Toronto|Canada/Atlantic America/Halifax|Canada/Newfoundland America/St_Johns
Canada/Pacific America/Vancouver|Canada/Mountain America/Edmonton|America/Yellowknife America/Edmonton|Canada/Central America/Winnipeg
America/Rainy_River America/Winnipeg|Canada/Saskatchewan America/Regina|Canada/Yukon America/Whitehorse
US/Eastern America/New_York|EST5EDT America/New_York|US/Central America/Chicago|CST6CDT America/Chicago|US/Mountain America/Denver
MST7MDT America/Denver|America/Shiprock America/Denver|Navajo America/Denver|US/Pacific America/Los_Angeles|PST8PDT America/Los_Angeles
US/Arizona America/Phoenix|US/Alaska America/Anchorage|US/Hawaii Pacific/Honolulu|HST Pacific/Honolulu|Pacific/Johnston Pacific/Honolulu
US/Michigan America/Detroit|US/Aleutian America/Adak|America/Atka America/Adak|US/East-Indiana America/Indiana/Indianapolis
America/Indianapolis America/Indiana/Indianapolis|America/Fort_Wayne America/Indiana/Indianapolis|US/Indiana-Starke America/Indiana/Knox
America/Knox_IN America/Indiana/Knox|America/Louisville America/Kentucky/Louisville|Brazil/East America/Sao_Paulo|Brazil/West America/Manaus
Mexico/General America/Mexico_City|Chile/Continental America/Santiago|Jamaica America/Jamaica|Cuba America/Havana|Egypt Africa/Cairo
Etc/UTC UTC|Etc/UCT UTC|UCT UTC|Etc/Zulu UTC|Zulu UTC|Etc/Universal UTC|Universal UTC
Etc/GMT GMT|Etc/GMT0 GMT|Etc/GMT+0 GMT|Etc/GMT-0 GMT|GMT0 GMT|GMT+0 GMT|GMT-0 GMT|Etc/Greenwich GMT|Greenwich GMT
"""
CANON = dict(p.split() for line in LINKS.strip().split("\n") for p in line.split("|"))


def zone(z):
    return CANON.get(z, z)


# ---------------------------------------------------------------- words
def fold(s):
    return "".join(c for c in unicodedata.normalize("NFD", s) if not unicodedata.combining(c)).casefold()


def words(s):
    """the words of a piece of text as it stands in `left`"""
    out = []
    for w in re.split(r"[\s,;!?()\"“”]+", s.casefold().replace("’", "'")):
        w = w.strip(".:'")
        if w:
            out.append(w)
    return out


def title_words(s):
    """without case, punctuation and articles"""
    s = re.sub(r"['’]", "", unicodedata.normalize("NFC", s).casefold())
    return [w for w in re.sub(r"[^\w]+|_", " ", s).split() if w not in ("a", "an", "the")]


def left_of(reply):
    x = reply.get("left") or []
    if isinstance(x, str):
        x = [x]
    return [str(y) for y in x]


def reported(entry, have):
    """is this entry of the expected `left` among the words of the reply's `left`?"""
    if isinstance(entry, list):
        return any(reported(e, have) for e in entry)
    need = words(entry)
    big = [w for w in need if w not in SMALL]
    return all(w in have for w in (big or need))


def flat(entries):
    for e in entries:
        if isinstance(e, list):
            yield from flat(e)
        else:
            yield e


def judge_left(expect, reply):
    """-> (what was not reported, words reported beyond the expected, all words of left)"""
    have = set(w for e in left_of(reply) for w in words(e))
    unsaid = [e for e in expect.get("left", []) if not reported(e, have)]
    may = expect.get("may", {}).get("left", [])
    allowed = set(w for e in flat(expect.get("left", []) + may) for w in words(e)) | SMALL
    return unsaid, have - allowed, have


# ---------------------------------------------------------------- rules
WD = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"]


def parse_rule(text):
    text = text.strip()
    if text.upper().startswith("RRULE:"):
        text = text[6:]
    r = {}
    for part in text.strip(";").split(";"):
        k, eq, v = part.partition("=")
        k = k.strip().upper()
        if not eq or k in r or k not in ("FREQ", "INTERVAL", "BYDAY", "BYMONTHDAY", "BYMONTH", "BYSETPOS", "COUNT", "UNTIL", "WKST"):
            raise ValueError("cannot read the rule " + text)
        r[k] = v.strip().upper()
    if r.get("FREQ") not in ("DAILY", "WEEKLY", "MONTHLY", "YEARLY"):
        raise ValueError("cannot read the rule " + text)
    ints = lambda k: [int(x) for x in r[k].split(",")] if k in r else []
    by = []
    for x in r["BYDAY"].split(",") if "BYDAY" in r else []:
        m = re.fullmatch(r"([+-]?\d+)?(MO|TU|WE|TH|FR|SA|SU)", x)
        if not m:
            raise ValueError("cannot read the rule " + text)
        by.append((int(m.group(1) or 0), WD.index(m.group(2))))
    until = None
    if "UNTIL" in r:
        u = r["UNTIL"].replace("-", "")[:8]
        until = date(int(u[:4]), int(u[4:6]), int(u[6:8]))
    return dict(freq=r["FREQ"], interval=int(r.get("INTERVAL", 1)), byday=by, bymonthday=ints("BYMONTHDAY"), bymonth=ints("BYMONTH"),
                bysetpos=ints("BYSETPOS"), count=int(r["COUNT"]) if "COUNT" in r else None, until=until)


def month_days(r, y, m, start, span=None):
    """the days of one month (or of the span of days given) which the rule yields"""
    if span is None:
        span = [date(y, m, d) for d in range(1, monthrange(y, m)[1] + 1)]
    out = span
    if r["bymonthday"]:
        out = [d for d in out if d.day in r["bymonthday"] or d.day - monthrange(d.year, d.month)[1] - 1 in r["bymonthday"]]
    if r["byday"]:
        keep = set()
        for n, w in r["byday"]:
            same = [d for d in span if d.weekday() == w]
            if n == 0:
                keep.update(same)
            elif abs(n) <= len(same):
                keep.add(same[n - 1] if n > 0 else same[n])
        out = [d for d in out if d in keep]
    if not r["bymonthday"] and not r["byday"]:
        out = [d for d in out if d.day == start.day]
    return out


def yields(r, start, years=12, most=5000):
    """the days of a rule from the day `start` on"""
    if r["interval"] < 1:
        raise ValueError("a rule with an interval of nothing")
    end = date(start.year + years, start.month, 28)
    if r["until"]:
        end = min(end, r["until"])
    out, k = [], 0
    monday = start - timedelta(days=start.weekday())
    while True:
        if r["freq"] == "DAILY":
            d = start + timedelta(days=k * r["interval"])
            first = d
            group = [d] if ((not r["byday"] or d.weekday() in [w for _, w in r["byday"]])
                            and (not r["bymonthday"] or d.day in r["bymonthday"] or d.day - monthrange(d.year, d.month)[1] - 1 in r["bymonthday"])) else []
        elif r["freq"] == "WEEKLY":
            first = monday + timedelta(days=7 * k * r["interval"])
            days = [w for _, w in r["byday"]] or [start.weekday()]
            group = [first + timedelta(days=w) for w in sorted(set(days))]
        elif r["freq"] == "MONTHLY":
            n = start.year * 12 + start.month - 1 + k * r["interval"]
            y, m = divmod(n, 12)
            first = date(y, m + 1, 1)
            group = month_days(r, y, m + 1, start)
        else:
            y = start.year + k * r["interval"]
            first = date(y, 1, 1)
            group = []
            if r["byday"] and not r["bymonth"] and not r["bymonthday"]:
                span = [first + timedelta(days=i) for i in range((date(y + 1, 1, 1) - first).days)]
                group = month_days(r, y, 1, start, span)
            else:
                months = r["bymonth"] or (range(1, 13) if r["bymonthday"] else [start.month])
                for m in sorted(months):
                    group += month_days(r, y, m, start)
        if r["bymonth"]:
            group = [d for d in group if d.month in r["bymonth"]]
        if r["bysetpos"] and r["freq"] != "DAILY":
            group = sorted(set(group[p - 1] if p > 0 else group[p] for p in r["bysetpos"] if p and abs(p) <= len(group)))
        for d in sorted(group):
            if start <= d <= end:
                out.append(d)
                if len(out) >= min(most, r["count"] or most):
                    return out
        k += 1
        if first > end:
            return out


def same_rule(want, got, start):
    """two rules are the same when they yield the same days"""
    if not isinstance(got, str):
        return False
    day = date.fromisoformat(start[:10])
    for w in want if isinstance(want, list) else [want]:
        if w == got:
            return True
        try:
            if yields(parse_rule(w), day) == yields(parse_rule(got), day):
                return True
        except (ValueError, OverflowError):
            pass
    return False


# ---------------------------------------------------------------- lines
def told(v):
    return v not in (None, "", [], False)


def judge_title(want, got, left, extra):
    """-> RIGHT, PART or WRONG; words that were reported may have stayed in the title or left it"""
    want = want if isinstance(want, list) else [want]
    silent = None in want
    alts = [title_words(w) for w in want if w is not None]
    have = title_words(got or "")
    lw = set(w for e in left for w in title_words(e))
    if not have:
        if silent:
            return RIGHT
        more = set(w for e in extra for w in title_words(e))
        return PART if any(set(a) & more for a in alts) else WRONG
    if have in alts:
        return RIGHT
    if not lw:
        return WRONG

    def trim(ws):
        while ws and ws[0] in SMALL:
            ws = ws[1:]
        while ws and ws[-1] in SMALL:
            ws = ws[:-1]
        return ws
    if silent and not trim([w for w in have if w not in lw]):
        return RIGHT
    for a in alts:
        if trim([w for w in have if w in a or w not in lw]) == a:
            return RIGHT
    for a in alts:
        if trim([w for w in have if w not in lw]) == trim([w for w in a if w not in lw]):
            return PART
    return WRONG


def same(key, want, got, start):
    if key == "start":
        g = str(got)
        if len(want) == 10:
            return g[:10] == want
        return g[:16] == want and g[16:] in ("", ":00", ":00.000")
    if key == "end":
        return str(got)[:10] == want
    if key == "minutes":
        return not isinstance(got, bool) and got == want
    if key == "days":
        return any(list(got) == w for w in (want if isinstance(want[0], list) else [want]))
    if key in ("with", "optional"):
        return set(got) == set(want)
    if key == "place":
        return isinstance(got, str) and got.casefold() == want.casefold()
    if key == "rule":
        return same_rule(want, got, start)
    if key == "zone":
        return zone(got) in [zone(w) for w in (want if isinstance(want, list) else [want])]
    return got == want


def judge_line(case, reply):
    e = case["expect"]
    may = e.get("may", {})
    unsaid, extra, have = judge_left(e, reply)
    left = left_of(reply)
    why = ["not reported in left: %s" % json.dumps(u, ensure_ascii=False) for u in unsaid]
    missing = []
    names = {p["id"]: p["name"] for p in case["people"]}
    start = e.get("start") or may.get("start") or case["now"]

    def name_words(i):
        return set(w for w in words(fold(names.get(i, i)))) - SMALL

    folded = set(fold(w) for w in have)
    owned = set()                      # words that tell people or the place, not the time
    for k in ("with", "optional"):
        for i in e.get(k, []):
            owned |= name_words(i)
    if e.get("place"):
        owned |= set(words(fold(e["place"])))
    for key in KEYS:
        got = reply.get(key)
        if key == "title":
            want = e.get("title")
            if want is None:
                if told(got) and not same("title", may.get("title"), got, start):
                    why.append("title %r, but none was told" % got)
                continue
            j = judge_title(want, got, left, extra)
            if j == WRONG:
                why.append("title is %r, not %r" % (got, want if isinstance(want, str) else [w for w in want][:3]))
            elif j == PART:
                missing.append("title")
            continue
        if key in e and not told(got):
            if key in ("with", "optional"):
                for i in e[key]:
                    if not name_words(i) & folded:
                        why.append("%s: %s dropped in silence" % (key, names.get(i, i)))
                missing.append(key)
            elif key == "place":
                if not set(words(fold(e[key]))) & folded:
                    why.append("place %s dropped in silence" % e[key])
                missing.append(key)
            else:
                if not set(fold(w) for w in extra) - owned:
                    why.append("%s (%s) dropped in silence" % (key, json.dumps(e[key], ensure_ascii=False)))
                missing.append(key)
        elif key in e:
            if same(key, e[key], got, start):
                continue
            if key in ("with", "optional") and isinstance(got, list) and set(got) < set(e[key]):
                for i in set(e[key]) - set(got):
                    if not name_words(i) & folded:
                        why.append("%s: %s dropped in silence" % (key, names.get(i, i)))
                missing.append(key)
                continue
            why.append("%s is %s, not %s" % (key, json.dumps(got, ensure_ascii=False), json.dumps(e[key], ensure_ascii=False)))
        elif told(got):
            if key in may and same(key, may[key], got, start):
                continue
            if key == "days" and "start" in e and not told(reply.get("start")):
                if list(got) == [e["start"][:10], e.get("end", e["start"])[:10]]:
                    continue           # the day was understood, the time not
            if key == "end" and "start" in e and "minutes" in e and not e.get("allDay"):
                t = datetime.fromisoformat(e["start"]) + timedelta(minutes=e["minutes"])
                if str(got)[:16] == t.isoformat()[:16]:
                    continue
            why.append("%s is %s, but nothing tells it" % (key, json.dumps(got, ensure_ascii=False)))
    if why:
        return WRONG, why
    if missing or extra:
        return PART, (["missing: " + ", ".join(missing)] if missing else []) + (["left: " + ", ".join(sorted(extra))] if extra else [])
    return RIGHT, []


# ---------------------------------------------------------------- how something repeats
def judge_rule(case, reply):
    e = case["expect"]
    left = left_of(reply)
    got = reply.get("rule")
    start = case["start"]
    if "rule" not in e:                # it must not be understood
        may = e.get("may", {}).get("rule")
        if told(got):
            if may and same_rule(may, got, start) and not judge_left(e, reply)[0]:
                return RIGHT, []
            return WRONG, ["rule is %s, but this has no such answer" % json.dumps(got)]
        return (RIGHT, []) if left else (WRONG, ["nothing reported in left"])
    if e["rule"] is None:
        if told(got):
            return WRONG, ["rule is %s, but it does not repeat" % json.dumps(got)]
        if left:
            return PART, ["left: " + ", ".join(left)]
        return (RIGHT, []) if "rule" in reply else (WRONG, ["no rule in the reply (null where something does not repeat)"])
    if not told(got):
        if left:
            return PART, ["left: " + ", ".join(left)]
        return WRONG, ["rule is %s, not %s" % (json.dumps(got), e["rule"])]
    if not same_rule(e["rule"], got, start):
        return WRONG, ["rule is %s, not %s" % (json.dumps(got), e["rule"])]
    first = reply.get("firstDay")
    want = e.get("firstDay")
    if want:
        if not told(first):
            return (PART, ["missing: firstDay"]) if left else (WRONG, ["firstDay %s dropped in silence" % want])
        if str(first)[:10] != want:
            return WRONG, ["firstDay is %s, not %s" % (first, want)]
    elif told(first) and str(first)[:10] != start[:10]:
        return WRONG, ["firstDay is %s, but the rule begins with the day given" % first]
    extra = judge_left(e, reply)[1]
    return (PART, ["left: " + ", ".join(sorted(extra))]) if extra else (RIGHT, [])


# ---------------------------------------------------------------- zones
def judge_zone(case, reply):
    e = case["expect"]
    got = [z if isinstance(z, str) else str(z) for z in reply.get("zones") or []]
    if not got:
        return PART, ["no zone found"]
    if zone(got[0]) not in [zone(z) for z in e["first"]]:
        return WRONG, ["the first is %s, not %s" % (got[0], " or ".join(e["first"][:4]) + (" …" if len(e["first"]) > 4 else ""))]
    lack = [z for z in e.get("also", []) if zone(z) not in [zone(g) for g in got[:8]]]
    if lack:
        return WRONG, ["not among the first eight: " + ", ".join(lack)]
    return RIGHT, []


JUDGES = {"line": judge_line, "rule": judge_rule, "zone": judge_zone}


def judge(case, reply):
    if reply is None:
        return WRONG, ["no reply"]
    try:
        return JUDGES[case["kind"]](case, reply)
    except Exception as x:
        return WRONG, ["the reply cannot be read: %s: %s" % (type(x).__name__, x)]


def main(argv):
    loud = "-v" in argv
    args = [a for a in argv if not a.startswith("-")]
    path = args[0] if args else HERE
    if os.path.isdir(path):
        path = os.path.join(path, "phrases.jsonl")
    try:
        with open(path, encoding="utf-8") as f:
            cases = [json.loads(line) for line in f if line.strip()]
    except OSError as x:
        print("cannot read the cases: %s" % x)
        return 2
    with tempfile.TemporaryDirectory() as tmp:
        asked = os.path.join(tmp, "ask.jsonl")
        with open(asked, "w", encoding="utf-8") as f:
            for c in cases:
                f.write(json.dumps({k: v for k, v in c.items() if k != "expect"}, ensure_ascii=False) + "\n")
        try:
            p = subprocess.run(["./corlin", "read", asked], stdout=subprocess.PIPE, stderr=subprocess.PIPE, timeout=600)
        except (OSError, subprocess.TimeoutExpired) as x:
            print("cannot run ./corlin read (start this from the project's root): %s" % x)
            return 2
    replies = {}
    for line in p.stdout.decode("utf-8", "replace").split("\n"):
        line = line.strip()
        if line.startswith("{"):
            try:
                r = json.loads(line)
                replies[r.get("id")] = r
            except ValueError:
                pass
    if not replies:
        print("./corlin read printed no reply (exit %d)\n%s" % (p.returncode, p.stderr.decode("utf-8", "replace")[-2000:]))
        return 2
    sums = {k: {RIGHT: 0, PART: 0, WRONG: 0} for k in JUDGES}
    for c in cases:
        verdict, why = judge(c, replies.get(c["id"]))
        sums[c["kind"]][verdict] += 1
        if verdict == WRONG or (loud and verdict == PART):
            print("%s %s: %s" % (verdict, c["id"], c["text"]))
            for w in why:
                print("      " + w)
    for k, s in sums.items():
        if sum(s.values()):
            print("%-5s %3d right, %3d not understood, %3d WRONG" % (k, s[RIGHT], s[PART], s[WRONG]))
    right = sum(s[RIGHT] for s in sums.values())
    wrong = sum(s[WRONG] for s in sums.values())
    print("%d of %d right, %d wrong" % (right, len(cases), wrong))
    return 0 if wrong == 0 and right >= 0.95 * len(cases) else 1


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
