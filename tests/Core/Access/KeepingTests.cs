using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Core.Tests;

/// <summary>Who may change what is known of people, groups and rooms.</summary>
public sealed class KeepingTests
{
    private static readonly UserId Actor = new(1);
    private static readonly UserId Other = new(2);
    private static readonly UserId Principal = new(3);

    public static TheoryData<string, UserKind, bool, bool, Acting, WhyNotKeep?> Cases =>
        new()
        {
            // what, kind, inside, administrator, what the actor may do there, why not
            { "somebody inside", UserKind.Person, true, false, Acting.Look, WhyNotKeep.OthersOnly },
            { "somebody inside", UserKind.Person, true, false, Acting.Change, WhyNotKeep.OthersOnly },
            { "somebody inside", UserKind.Person, true, false, Acting.SpeakFor, null },
            { "somebody inside", UserKind.Person, true, true, Acting.Look, null },
            { "oneself", UserKind.Person, true, false, Acting.Look, null },
            { "somebody outside", UserKind.Person, false, false, Acting.Look, null },
            { "a group", UserKind.Group, true, false, Acting.SpeakFor, WhyNotKeep.AdministratorsOnly },
            { "a group", UserKind.Group, true, true, Acting.Look, null },
            { "a room", UserKind.Room, true, false, Acting.SpeakFor, WhyNotKeep.AdministratorsOnly },
            { "a room", UserKind.Room, true, true, Acting.Look, null },
            { "a contact", UserKind.Person, false, false, Acting.Add, WhyNotKeep.NotKnown },
            { "a contact", UserKind.Person, false, true, Acting.Look, WhyNotKeep.NotKnown },
            { "a contact", UserKind.Person, false, false, Acting.Change, null },
            { "one's own contact", UserKind.Person, false, false, Acting.Look, null },
        };

    [Theory, MemberData(nameof(Cases))]
    public void Whoever_may_not_is_told_why(string what, UserKind kind, bool inside, bool administrator, Acting acting, WhyNotKeep? whyNot)
    {
        var who = new CalendarUser(
            what == "oneself" ? Actor : Other,
            "x",
            kind,
            "Ana Brandão",
            "ana@ebbline.example",
            inside,
            "Europe/Madrid",
            null,
            null,
            0,
            null
        )
        {
            KeptFor = what switch
            {
                "a contact" => Principal,
                "one's own contact" => Actor,
                _ => null,
            },
        };
        Assert.Equal(whyNot, Keeping.WhyNot(who, Actor, administrator, new Rights(Sight.Everything, acting, false, null)));
    }
}
