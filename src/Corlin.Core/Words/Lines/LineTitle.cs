namespace Corlin.Core.Words.Lines;

/// <summary>What something is called: the words of a line that say nothing else.</summary>
internal static class LineTitle
{
    private static readonly string[] Leading =
    [
        "on",
        "at",
        "in",
        "for",
        "with",
        "w/",
        "and",
        "about",
        "re",
        "regarding",
        "to",
        "the",
        "of",
        "from",
        "by",
        "a",
        "an",
        "is",
        ":",
        "-",
        "&",
        "+",
        "/",
        "or",
        "then",
    ];
    private static readonly string[] Trailing =
    [
        "on",
        "at",
        "in",
        "for",
        "with",
        "w/",
        "and",
        "the",
        "from",
        "by",
        "to",
        "of",
        "is",
        "a",
        "an",
        "please",
        "pls",
        "plz",
        "thanks",
        "or",
        "-",
        "&",
        "+",
        "/",
        "about",
        "then",
        "between",
        "re",
    ];

    /// <summary>How people ask for something, the longest first.</summary>
    private static readonly string[] Asking =
    [
        "can you please",
        "could you please",
        "would you please",
        "can you",
        "could you",
        "would you",
        "can we",
        "could we",
        "i would like to",
        "i would like",
        "i'd like to",
        "i'd like",
        "we would like",
        "we'd like",
        "i need to",
        "i need",
        "we need to",
        "we need",
        "need to",
        "need",
        "i want to",
        "i want",
        "let us",
        "let's",
        "lets",
        "please",
        "pls",
        "plz",
        "we should",
        "i have to",
        "would",
        "hi",
        "hello",
    ];

    private static readonly string[] Doing =
    [
        "set up",
        "put in",
        "book me in",
        "book me",
        "book us",
        "book in",
        "book",
        "schedule",
        "arrange",
        "organise",
        "organize",
        "plan",
        "do",
        "have",
        "get",
        "fix",
        "find time for",
        "find",
        "make",
        "hold",
        "meet",
        "work for",
        "works for",
        "work",
        "put",
    ];

    /// <summary>What is asked for without a word of asking, before an article or what was understood.</summary>
    private static readonly string[] Commanding = ["schedule", "arrange", "organise", "organize", "set up", "book", "find time", "find"];

    /// <summary>"on leave", "on the road": what somebody is, and no day.</summary>
    public static bool IsState(TypedWords words, int at) =>
        words[at] == "on"
        && (
            words[at + 1] is "leave" or "holiday" or "holidays" or "call" or "duty" or "standby" or "shift" or "site" or "tour"
            || (words[at + 1] == "the" && words[at + 2] == "road")
        );

    /// <summary>Null where nothing is left.</summary>
    public static string? Of(TypedWords words, bool[] taken)
    {
        var runs = new List<string>();
        for (var at = 0; at < words.Count; )
        {
            if (taken[at] || words[at] == ",")
            {
                at++;
                continue;
            }

            var end = at;
            while (end < words.Count && !taken[end] && words[end] != ",")
                end++;
            if (Trimmed(words, at, end) is { Length: > 0 } run)
                runs.Add(runs.Count == 0 ? run : $"{Joined(words, at, end)}{run}");
            at = end;
        }

        return runs.Count == 0 ? null : string.Concat(runs);
    }

    /// <summary>How a later run goes on: "Training 10am Thursday for Sofia" is a training for Sofia.</summary>
    private static string Joined(TypedWords words, int at, int end) =>
        words[at] is "for" or "about" or "of" && end - at > 1 && words[at - 1] != "," ? $" {words[at]} " : ", ";

    private static string Trimmed(TypedWords words, int at, int end)
    {
        var asked = false;
        for (var before = -1; before != at; )
        {
            before = at;
            foreach (var phrase in Asking)
                if (Begins(words, at, end, phrase, out var count))
                    (at, asked) = (at + count, true);
            foreach (var phrase in Doing)
                if (
                    (asked || phrase is "book me" or "book me in" or "works for" or "work for")
                    && Begins(words, at, end, phrase, out var count)
                )
                    at += count;
            // "Schedule a call with Josh", "Find time with Sofia"; to find a venue is something to do.
            foreach (var phrase in Commanding)
                if (
                    at == 0
                    && Begins(words, at, end, phrase, out var count)
                    && (
                        at + count == end
                        || (words[at + count] is "a" or "an" or "the" && !phrase.StartsWith("find", StringComparison.Ordinal))
                    )
                )
                    at += count;
            if (at < end && Leading.Contains(words[at]) && !IsState(words, at))
                at++;
        }

        while (end > at && Trailing.Contains(words[end - 1]))
            end--;
        return words.Typed(at, end).Trim();
    }

    private static bool Begins(TypedWords words, int at, int end, string phrase, out int count)
    {
        var parts = phrase.Split(' ');
        count = parts.Length;
        return at + count <= end && parts.Index().All(p => words[at + p.Index] == p.Item);
    }
}
