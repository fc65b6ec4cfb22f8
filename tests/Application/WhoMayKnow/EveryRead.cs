using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.Ports;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>Every read there is, found by reflection, asked with every lane, every id and every viewer.</summary>
internal static class EveryRead
{
    /// <summary>All that a viewer asks: a record with a Run that takes the store.</summary>
    public static readonly IReadOnlyList<Type> Types =
    [
        .. typeof(ReadDesk)
            .Assembly.GetTypes()
            .Where(t => t.IsPublic && t.GetMethod("Run", [typeof(ICalendarReads)]) is not null && Viewer(t) is not null)
            .OrderBy(t => t.Name, StringComparer.Ordinal),
    ];

    private static readonly ConcurrentDictionary<Type, PropertyInfo[]> Properties = [];

    private static ParameterInfo? Viewer(Type type) => type.GetConstructors()[0].GetParameters().FirstOrDefault(p => p.Name == "Viewer");

    /// <summary>Every way in which a read can be asked of what an organisation has.</summary>
    /// <param name="mostOfOne">Of a read with more ways some are drawn.</param>
    public static IEnumerable<object> Of(
        Type type,
        UserId viewer,
        Instant now,
        IReadOnlyList<string> people,
        IReadOnlyList<Stood> entries,
        IReadOnlyList<string> texts,
        IReadOnlyList<long> numbers,
        Random random,
        int mostOfOne
    )
    {
        var constructor = type.GetConstructors()[0];
        var choices = constructor.GetParameters().Select(p => Choices(p, viewer, now, people, entries, texts, numbers)).ToList();
        var ways = choices.Aggregate(1L, (count, some) => count * some.Count);
        for (var i = 0L; i < Math.Min(ways, mostOfOne); i++)
        {
            var way = ways <= mostOfOne ? i : random.NextInt64(ways);
            var said = new object?[choices.Count];
            for (var k = 0; k < said.Length; k++)
            {
                said[k] = choices[k][(int)(way % choices[k].Count)];
                way /= choices[k].Count;
            }

            yield return constructor.Invoke(said);
        }
    }

    private static IReadOnlyList<object?> Choices(
        ParameterInfo parameter,
        UserId viewer,
        Instant now,
        IReadOnlyList<string> people,
        IReadOnlyList<Stood> entries,
        IReadOnlyList<string> texts,
        IReadOnlyList<long> numbers
    ) =>
        (parameter.Name, parameter.ParameterType) switch
        {
            ("Viewer", _) => [viewer],
            ("Now", _) => [now],
            ("Holidays", _) => [new FixedHolidays()],
            ("Id" or "Entry" or "Saved", var t) when t == typeof(string) =>
            [
                .. entries.Select(e => e.Id),
                .. IsNullable(parameter) ? [null] : Array.Empty<string?>(),
            ],
            ("Paper", _) => [.. entries.Select(e => e.Paper).Where(p => p.Length > 0).DefaultIfEmpty("x")],
            ("Lane" or "Owner" or "Who" or "Calendar" or "Receiver" or "InNameOf" or "Of" or "By" or "Away" or "Cover" or "Group", _) =>
            [
                .. people,
                .. IsNullable(parameter) ? [null] : Array.Empty<string?>(),
            ],
            ("Text" or "Words", _) => [.. texts],
            ("People" or "Rows" or "Required" or "Optional", _) => [.. people.Select(p => (object)new[] { p })],
            ("RecurrenceId" or "Date" or "From" or "Before" or "Rulers" or "Days" or "Year" or "First" or "Last", var t)
                when Nullable.GetUnderlyingType(t) is not null || !t.IsValueType => [null],
            ("First" or "From", var t) when t == typeof(LocalDate) => [new LocalDate(2027, 3, 8)],
            ("To" or "Last", var t) when t == typeof(LocalDate) => [new LocalDate(2027, 3, 12)],
            ("Part", var t) when t == typeof(Corlin.Application.Handing.CalendarPart) =>
            [
                new Corlin.Application.Handing.CalendarPart(
                    new LocalDate(2027, 3, 1),
                    30,
                    Core.Access.Sight.Headlines,
                    true,
                    Corlin.Application.Handing.CalendarForm.ByDay,
                    null
                ),
                new Corlin.Application.Handing.CalendarPart(
                    new LocalDate(2027, 3, 1),
                    30,
                    Core.Access.Sight.Everything,
                    true,
                    Corlin.Application.Handing.CalendarForm.InOneRun,
                    null,
                    Papers: true
                ),
            ],
            ("Inside", _) => [false, true],
            ("Note" or "Names" or "Since", _) => [null],
            ("Addresses", _) => [new[] { "maren@ebbline.example" }],
            ("Parts", _) => [null, Corlin.Core.Sheets.SheetWish.All],
            ("Month", _) => [null],
            ("Also" or "Each", _) => [.. people.Select(p => (object)new[] { p })],
            ("Line", _) => ["home tomorrow"],
            ("Said", _) => [Array.Empty<WhereSaid>()],
            ("From", var t) when t == typeof(LocalDateTime) => [new LocalDateTime(2027, 3, 9, 0, 0)],
            ("To", var t) when t == typeof(LocalDateTime) => [new LocalDateTime(2027, 3, 12, 0, 0)],
            ("Span", _) => [null],
            ("Stretch", _) => [new Stretch(Instant.FromUtc(2027, 3, 9, 9, 0), Instant.FromUtc(2027, 3, 9, 10, 0))],
            ("Becomes", _) => [new EntryEdit(), new EntryEdit { Place = "Gannet" }],
            ("Start", var t) when t == typeof(Instant) => [Instant.FromUtc(2027, 3, 9, 9, 0)],
            ("Search", _) =>
            [
                .. people.SelectMany(p =>
                    people.Select(q => new ReadSlots(viewer, p, [q], [], 30, new LocalDate(2027, 3, 9), new LocalDate(2027, 3, 10), now))
                ),
            ],
            ("Moving", _) =>
            [
                null,
                new Moving(
                    new Stretch(Instant.FromUtc(2027, 3, 9, 9, 0), Instant.FromUtc(2027, 3, 9, 10, 0)),
                    new Stretch(Instant.FromUtc(2027, 3, 9, 11, 0), Instant.FromUtc(2027, 3, 9, 12, 0))
                ),
            ],
            ("Asking", _) => [null, .. people.Select(p => new Asking([new Invited(p, AttendeeRole.Required)], []))],
            ("Time", _) => [World.Timed("2027-03-09T09:00")],
            ("Place" or "Draft" or "Rulers", _) => ["Gannet"],
            ("Minutes" or "Limit", _) => [30],
            ("Days", var t) when t == typeof(int) => [30],
            ("About", var t) when t == typeof(InstructionCase) =>
            [
                new InstructionCase(WhoAsks.Inside, [], AskedTime.Whenever, null, null, null),
                new InstructionCase(WhoAsks.Anybody, [], AskedTime.Clashes, "a", null, null),
            ],
            ("HasLink" or "Settled" or "Private", _) => [false, true],
            (_, var t) when t.IsEnum => [.. Enum.GetValues(t).Cast<object>()],
            ("Id", var t) when t == typeof(long) => [.. numbers.Cast<object?>()],
            _ => throw new InvalidOperationException($"Say how {parameter.Member.DeclaringType!.Name} is asked with {parameter.Name}."),
        };

    private static bool IsNullable(ParameterInfo parameter) =>
        new NullabilityInfoContext().Create(parameter).ReadState == NullabilityState.Nullable;

    /// <summary>All texts of an answer; null where the read was refused.</summary>
    public static IReadOnlyList<string>? Answer(object read, ICalendarReads store)
    {
        try
        {
            var answer = read.GetType().GetMethod("Run", [typeof(ICalendarReads)])!.Invoke(read, [store]);
            var texts = new List<string>();
            Collect(answer, texts, 0);
            return texts;
        }
        catch (TargetInvocationException e) when (e.InnerException is RefusedException)
        {
            return null;
        }
    }

    private static void Collect(object? value, List<string> texts, int depth)
    {
        if (depth > 12)
            throw new InvalidOperationException("An answer is nested deeper than any should be.");
        switch (value)
        {
            case null or bool or Enum:
                return;
            case string text:
                texts.Add(text);
                return;
            case IEnumerable some:
                foreach (var one in some)
                    Collect(one, texts, depth + 1);
                return;
        }

        var type = value.GetType();
        if (
            type.IsPrimitive
            || type.Namespace is { } space
                && (
                    space.StartsWith("NodaTime", StringComparison.Ordinal)
                    || space.StartsWith("System.Reflection", StringComparison.Ordinal)
                )
        )
            return;
        var properties = Properties.GetOrAdd(type, t =>
            [
                .. t.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                    .Where(p => p.GetIndexParameters().Length == 0 && p.Name is not ("Length" or "EqualityContract")),
            ]
        );
        foreach (var property in properties)
            Collect(property.GetValue(value), texts, depth + 1);
    }
}
