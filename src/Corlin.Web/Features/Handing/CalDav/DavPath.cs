namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>What an address leads to, below <see cref="Base"/>.</summary>
internal abstract record DavPath
{
    public const string Base = "/dav";

    public const string InboxName = "inbox";

    public const string OutboxName = "outbox";

    private const string People = "people";

    private const string Calendars = "calendars";

    public sealed record Root : DavPath;

    public sealed record Principal(string Who) : DavPath;

    /// <summary>All that a device keeps.</summary>
    public sealed record Home(string Who) : DavPath;

    public sealed record Calendar(string Who, string Key) : DavPath;

    public sealed record Inbox(string Who) : DavPath;

    public sealed record Outbox(string Who) : DavPath;

    public sealed record Object(string Who, string Key, string Name) : DavPath;

    /// <summary>The address, each part of it escaped; what holds others ends in a slash.</summary>
    public string Address =>
        this switch
        {
            Principal p => $"{Base}/{People}/{Escaped(p.Who)}/",
            Home h => $"{Base}/{Calendars}/{Escaped(h.Who)}/",
            Calendar c => $"{Base}/{Calendars}/{Escaped(c.Who)}/{Escaped(c.Key)}/",
            Inbox i => $"{Base}/{Calendars}/{Escaped(i.Who)}/{InboxName}/",
            Outbox o => $"{Base}/{Calendars}/{Escaped(o.Who)}/{OutboxName}/",
            Object o => $"{Base}/{Calendars}/{Escaped(o.Who)}/{Escaped(o.Key)}/{Escaped(o.Name)}",
            _ => $"{Base}/",
        };

    /// <summary>Null where the address leads nowhere.</summary>
    /// <param name="path">Without escapes.</param>
    public static DavPath? Parse(string path)
    {
        if (path != Base && !path.StartsWith(Base + "/", StringComparison.Ordinal))
            return null;
        return path[Base.Length..].Split('/', StringSplitOptions.RemoveEmptyEntries) switch
        {
            [] => new Root(),
            [People, var who] => new Principal(who),
            [Calendars, var who] => new Home(who),
            [Calendars, var who, InboxName] => new Inbox(who),
            [Calendars, var who, OutboxName] => new Outbox(who),
            [Calendars, var who, var key] => new Calendar(who, key),
            [Calendars, var who, var key, var name] => new Object(who, key, name),
            _ => null,
        };
    }

    /// <summary>The same of an address within a request: a path, or a whole URL.</summary>
    public static DavPath? OfHref(string href)
    {
        var path =
            Uri.TryCreate(href.Trim(), UriKind.Absolute, out var whole) && whole.Scheme is "http" or "https"
                ? whole.AbsolutePath
                : href.Trim();
        return Parse(Uri.UnescapeDataString(path));
    }

    private static string Escaped(string part) => Uri.EscapeDataString(part);
}
