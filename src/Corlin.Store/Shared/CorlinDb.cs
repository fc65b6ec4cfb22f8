using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>The data folder's database.</summary>
public sealed class CorlinDb(DbContextOptions<CorlinDb> options) : IdentityUserContext<Account, long>(options)
{
    internal DbSet<UserRow> People => Set<UserRow>();

    internal DbSet<AddressRow> OtherAddresses => Set<AddressRow>();

    internal DbSet<MembershipRow> Memberships => Set<MembershipRow>();

    internal DbSet<PersonHistoryRow> PersonHistory => Set<PersonHistoryRow>();

    internal DbSet<PlaceRow> Places => Set<PlaceRow>();

    internal DbSet<WayRow> Ways => Set<WayRow>();

    internal DbSet<DayOffRow> DaysOff => Set<DayOffRow>();

    internal DbSet<NoGoRow> NoGoWeeks => Set<NoGoRow>();
    internal DbSet<DeadlineRow> Deadlines => Set<DeadlineRow>();
    internal DbSet<InstructionRow> Instructions => Set<InstructionRow>();
    internal DbSet<KeptWishRow> KeptWishes => Set<KeptWishRow>();
    internal DbSet<SlotWeightRow> SlotWeights => Set<SlotWeightRow>();
    internal DbSet<OrganisationNameRow> OrganisationNames => Set<OrganisationNameRow>();

    internal DbSet<QuestionRow> Questions => Set<QuestionRow>();

    internal DbSet<DismissalRow> Dismissals => Set<DismissalRow>();

    internal DbSet<LookAheadRow> LookAheads => Set<LookAheadRow>();

    internal DbSet<CalendarRow> Calendars => Set<CalendarRow>();

    internal DbSet<FollowedRow> Followed => Set<FollowedRow>();

    internal DbSet<HandoverRow> Handovers => Set<HandoverRow>();

    internal DbSet<HandoverItemRow> HandoverItems => Set<HandoverItemRow>();

    internal DbSet<FurtherRow> Further => Set<FurtherRow>();

    internal DbSet<GrantRow> Grants => Set<GrantRow>();

    internal DbSet<AccessRequestRow> AccessRequests => Set<AccessRequestRow>();

    internal DbSet<AccessNewsRow> AccessNews => Set<AccessNewsRow>();

    internal DbSet<AccessNewsReadRow> AccessNewsRead => Set<AccessNewsReadRow>();

    internal DbSet<CeilingRow> Ceilings => Set<CeilingRow>();

    internal DbSet<AbsenceRow> Absences => Set<AbsenceRow>();
    internal DbSet<StayRow> Stays => Set<StayRow>();

    internal DbSet<FeedRow> Feeds => Set<FeedRow>();

    internal DbSet<DeviceRow> Devices => Set<DeviceRow>();

    internal DbSet<DeviceNameRow> DeviceNames => Set<DeviceNameRow>();

    internal DbSet<SheetWishRow> SheetWishes => Set<SheetWishRow>();

    internal DbSet<HandedSheetRow> HandedSheets => Set<HandedSheetRow>();

    internal DbSet<EntryRow> Entries => Set<EntryRow>();

    internal DbSet<OverrideRow> Overrides => Set<OverrideRow>();

    internal DbSet<ParticipationRow> Participations => Set<ParticipationRow>();

    internal DbSet<PaperRow> Papers => Set<PaperRow>();

    internal DbSet<DraftRow> Drafts => Set<DraftRow>();

    internal DbSet<DraftPaperRow> DraftPapers => Set<DraftPaperRow>();

    internal DbSet<MeetingKindRow> MeetingKinds => Set<MeetingKindRow>();

    internal DbSet<StandingRow> Standing => Set<StandingRow>();

    internal DbSet<MeetingRequestRow> MeetingRequests => Set<MeetingRequestRow>();

    internal DbSet<MeetingRequestHistoryRow> MeetingRequestHistory => Set<MeetingRequestHistoryRow>();

    internal DbSet<OfferRow> Offers => Set<OfferRow>();

    internal DbSet<OfferHistoryRow> OfferHistory => Set<OfferHistoryRow>();

    internal DbSet<OfferKeyRow> OfferKeys => Set<OfferKeyRow>();

    internal DbSet<EntryGroupRow> EntryGroups => Set<EntryGroupRow>();

    internal DbSet<PresenceRow> Presences => Set<PresenceRow>();

    internal DbSet<CallRow> Calls => Set<CallRow>();

    internal DbSet<NotesRow> Notes => Set<NotesRow>();

    internal DbSet<TaskRow> Tasks => Set<TaskRow>();

    internal DbSet<NotesHistoryRow> NotesHistory => Set<NotesHistoryRow>();

    internal DbSet<LaneMarkRow> LaneMarks => Set<LaneMarkRow>();

    internal DbSet<TurnOverRow> TurnOvers => Set<TurnOverRow>();
    internal DbSet<WaitingAddressRow> WaitingAddresses => Set<WaitingAddressRow>();

    internal DbSet<AskedRow> Asked => Set<AskedRow>();

    internal DbSet<PartRow> Parts => Set<PartRow>();

    internal DbSet<CategoryRow> Categories => Set<CategoryRow>();

    internal DbSet<ReminderRow> Reminders => Set<ReminderRow>();

    internal DbSet<OccupancyRow> Occupancy => Set<OccupancyRow>();

    internal DbSet<ChangeRow> Changes => Set<ChangeRow>();

    internal DbSet<HistoryRow> History => Set<HistoryRow>();

    internal DbSet<CategoryHistoryRow> CategoryHistory => Set<CategoryHistoryRow>();

    internal DbSet<ChangeLogRow> ChangeLog => Set<ChangeLogRow>();
    internal DbSet<AnswerRow> Answers => Set<AnswerRow>();

    internal DbSet<OutboxRow> Outbox => Set<OutboxRow>();

    internal DbSet<MailRow> Mails => Set<MailRow>();

    internal DbSet<MeetingNewsRow> MeetingNews => Set<MeetingNewsRow>();

    internal DbSet<MailSourceRow> MailSources => Set<MailSourceRow>();

    internal DbSet<TakenInRow> TakenIn => Set<TakenInRow>();

    internal DbSet<SettingRow> Settings => Set<SettingRow>();

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        base.ConfigureConventions(configurationBuilder);
        configurationBuilder.Properties<Instant>().HaveConversion<Converters.InstantAsMilliseconds>();
        configurationBuilder.Properties<Duration>().HaveConversion<Converters.DurationAsSeconds>();
        configurationBuilder.Properties<LocalDateTime>().HaveConversion<Converters.LocalDateTimeAsText>();
        configurationBuilder.Properties<LocalDate>().HaveConversion<Converters.LocalDateAsText>();
    }

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<Account>(a =>
        {
            a.HasIndex(x => x.PersonId).IsUnique();
            a.HasOne<UserRow>().WithMany().HasForeignKey(x => x.PersonId).OnDelete(DeleteBehavior.Restrict);
        });
        // As the third version of Identity's own schema has it.
        builder.Entity<IdentityUserPasskey<long>>(p =>
        {
            p.ToTable("AspNetUserPasskeys");
            p.HasKey(x => x.CredentialId);
            p.Property(x => x.CredentialId).HasMaxLength(1024);
            p.OwnsOne(x => x.Data).ToJson();
            p.HasOne<Account>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<UserRow>(u =>
        {
            u.HasIndex(x => x.PublicId).IsUnique();
            u.HasIndex(x => x.Name, "IX_People_Rooms").HasFilter("\"Kind\" = 2 AND NOT \"Removed\"");
            // A principal's own contact may have the address of somebody whom everyone knows, or of another's contact.
            u.HasIndex(x => x.Address).IsUnique().HasFilter("\"KeptForId\" IS NULL AND NOT \"Removed\"");
            u.HasIndex(x => new { x.KeptForId, x.Address }).IsUnique().HasFilter("\"KeptForId\" IS NOT NULL AND NOT \"Removed\"");
        });
        builder.Entity<AddressRow>(a =>
        {
            a.HasKey(x => new { x.UserId, x.Address });
            a.HasIndex(x => x.Address);
            a.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<MembershipRow>(m =>
        {
            m.HasIndex(x => new { x.GroupId, x.UserId }).IsUnique().HasFilter("\"EndedById\" IS NULL");
            m.HasIndex(x => x.UserId).HasFilter("\"EndedById\" IS NULL");
            m.HasIndex(x => new { x.GroupId, x.Until });
            m.HasIndex(x => x.BeganById).HasFilter("\"BeganById\" IS NOT NULL");
            m.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            m.HasOne<UserRow>().WithMany().HasForeignKey(x => x.GroupId).OnDelete(DeleteBehavior.Restrict);
            m.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<PlaceRow>().HasKey(x => x.Name);
        builder.Entity<DayOffRow>(d =>
        {
            d.HasIndex(x => new { x.Where, x.Until });
            d.HasIndex(x => x.ClosedById).HasFilter("\"ClosedById\" IS NOT NULL");
            d.HasIndex(x => x.OpenedById).HasFilter("\"OpenedById\" IS NOT NULL");
        });
        builder.Entity<NoGoRow>(n =>
        {
            n.HasIndex(x => new { x.UserId, x.First });
            n.HasIndex(x => x.KeptById);
            n.HasIndex(x => x.OpenedById).HasFilter("\"OpenedById\" IS NOT NULL");
            n.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<KeptWishRow>(w =>
        {
            w.HasIndex(x => x.UserId).HasFilter("\"EndedById\" IS NULL");
            w.HasIndex(x => x.KeptById);
            w.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            w.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<SlotWeightRow>(w =>
        {
            w.HasIndex(x => x.Term).IsUnique().HasFilter("\"EndedById\" IS NULL");
            w.HasIndex(x => x.KeptById);
            w.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
        });
        builder.Entity<OrganisationNameRow>(n =>
        {
            n.HasIndex(x => x.Name).HasFilter("\"EndedById\" IS NULL");
            n.HasIndex(x => x.KeptById);
            n.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
        });
        builder.Entity<QuestionRow>(q =>
        {
            q.HasIndex(x => new
                {
                    x.OfId,
                    x.EntryId,
                    x.RecurrenceId,
                })
                .IsUnique()
                .HasFilter("\"EndedById\" IS NULL");
            q.HasIndex(x => x.KeptById);
            q.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            q.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OfId).OnDelete(DeleteBehavior.Cascade);
            q.HasOne<EntryRow>().WithMany().HasForeignKey(x => x.EntryId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<InstructionRow>(i =>
        {
            i.HasIndex(x => new { x.UserId, x.PublicId }).IsUnique().HasFilter("\"EndedById\" IS NULL");
            i.HasIndex(x => new { x.UserId, x.First });
            i.HasIndex(x => x.UserId).HasDatabaseName("IX_Instructions_ByItself").HasFilter("\"ByItself\" AND \"EndedById\" IS NULL");
            i.HasIndex(x => x.KeptById);
            i.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            i.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<DeadlineRow>(d =>
        {
            d.HasIndex(x => new { x.EntryId, x.RecurrenceId }).IsUnique().HasFilter("\"EndedById\" IS NULL");
            d.HasIndex(x => x.At).HasFilter("\"EndedById\" IS NULL AND \"Then\" <> 0");
            d.HasIndex(x => x.KeptById);
            d.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            d.HasOne<EntryRow>().WithMany().HasForeignKey(x => x.EntryId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<DismissalRow>(d =>
        {
            d.HasIndex(x => x.UserId).HasFilter("\"EndedById\" IS NULL");
            d.HasIndex(x => x.KeptById);
            d.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            d.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<LookAheadRow>(l =>
        {
            l.HasIndex(x => x.UserId).HasFilter("\"EndedById\" IS NULL");
            l.HasIndex(x => x.KeptById);
            l.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            l.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<WayRow>().HasKey(x => new { x.FromSite, x.ToSite });
        builder.Entity<CalendarRow>(c =>
        {
            c.HasIndex(x => x.PublicId).IsUnique();
            c.HasIndex(x => x.OwnerId).IsUnique().HasFilter("\"Main\"");
            c.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<FollowedRow>(f =>
        {
            f.HasIndex(x => x.OwnerId).HasFilter("\"EndedById\" IS NULL");
            f.HasIndex(x => x.DueAt).HasFilter("\"EndedById\" IS NULL");
            f.HasIndex(x => x.FollowedById);
            f.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            f.HasOne<CalendarRow>().WithMany().HasForeignKey(x => x.CalendarId).OnDelete(DeleteBehavior.Restrict);
            f.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<HandoverRow>(h =>
        {
            h.HasIndex(x => x.Number).HasFilter("\"EndedById\" IS NULL");
            h.HasIndex(x => new { x.AwayId, x.Last }).HasFilter("\"EndedById\" IS NULL");
            h.HasIndex(x => new { x.CoverId, x.Last }).HasFilter("\"EndedById\" IS NULL");
            h.HasIndex(x => x.KeptById);
            h.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
        });
        builder.Entity<HandoverItemRow>(i =>
        {
            i.HasIndex(x => x.HandoverNumber).HasFilter("\"EndedById\" IS NULL");
            i.HasIndex(x => x.KeptById);
            i.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
        });
        builder.Entity<FurtherRow>(f =>
        {
            f.HasIndex(x => x.OwnerId).HasFilter("\"EndedById\" IS NULL");
            f.HasIndex(x => x.KeptById);
            f.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            f.HasOne<CalendarRow>().WithMany().HasForeignKey(x => x.CalendarId).OnDelete(DeleteBehavior.Restrict);
            f.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<GrantRow>(g =>
        {
            g.ToTable("AccessGrants");
            g.HasIndex(x => new { x.OwnerId, x.ReceiverId }).HasFilter("\"EndedById\" IS NULL");
            g.HasIndex(x => x.ReceiverId).HasFilter("\"EndedById\" IS NULL AND \"ReceiverId\" IS NOT NULL");
            g.HasIndex(x => x.GivenById);
            g.HasIndex(x => x.From).HasFilter("\"EndedById\" IS NULL AND \"From\" IS NOT NULL");
            g.HasIndex(x => x.Until).HasFilter("\"EndedById\" IS NULL AND \"Until\" IS NOT NULL");
            g.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            g.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
            g.HasOne<UserRow>().WithMany().HasForeignKey(x => x.ReceiverId).OnDelete(DeleteBehavior.Cascade);
            g.HasOne<CalendarRow>().WithMany().HasForeignKey(x => x.CalendarId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<AccessRequestRow>(r =>
        {
            r.HasIndex(x => x.OwnerId).HasFilter("\"ClosedById\" IS NULL");
            r.HasIndex(x => x.AskerId).HasFilter("\"ClosedById\" IS NULL");
            r.HasIndex(x => x.AskedById);
            r.HasIndex(x => x.ClosedById).HasFilter("\"ClosedById\" IS NOT NULL");
            r.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
            r.HasOne<UserRow>().WithMany().HasForeignKey(x => x.AskerId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<AccessNewsRow>(n =>
        {
            n.HasIndex(x => new { x.ToId, x.NotBefore }).HasFilter("NOT \"Withdrawn\"");
            n.HasIndex(x => x.ChangeId);
            n.HasIndex(x => x.NotBefore).HasFilter("NOT \"Withdrawn\"");
            n.HasIndex(x => x.GrantId).HasFilter("\"GrantId\" IS NOT NULL");
            n.HasOne<UserRow>().WithMany().HasForeignKey(x => x.ToId).OnDelete(DeleteBehavior.Cascade);
            n.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<AccessNewsReadRow>(n =>
        {
            n.HasKey(x => new { x.UserId, x.NewsId });
            n.HasOne<AccessNewsRow>().WithMany().HasForeignKey(x => x.NewsId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<CeilingRow>().HasIndex(x => x.Inside).IsUnique().HasFilter("\"EndedById\" IS NULL");
        builder.Entity<AbsenceRow>(a =>
        {
            a.HasIndex(x => new { x.UserId, x.End });
            a.HasIndex(x => x.KeptById);
            a.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            a.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<StayRow>(s =>
        {
            s.HasIndex(x => new { x.UserId, x.Last }).HasFilter("\"EndedById\" IS NULL");
            s.HasIndex(x => x.KeptById);
            s.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            s.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<FeedRow>(f =>
        {
            f.HasIndex(x => x.KeyHash);
            f.HasIndex(x => x.OwnerId).HasFilter("\"EndedById\" IS NULL");
            f.HasIndex(x => x.KeptById);
            f.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            f.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
        DeviceTables(builder);
        SheetTables(builder);
        EntryTables(builder);
        DraftTables(builder);
        ChangeTables(builder);
    }

    private static void SheetTables(ModelBuilder builder)
    {
        builder.Entity<SheetWishRow>(s =>
        {
            s.HasIndex(x => x.OwnerId).IsUnique().HasFilter("\"EndedById\" IS NULL");
            s.HasIndex(x => x.Id).HasDatabaseName("IX_SheetWishes_ByItself").HasFilter("\"At\" IS NOT NULL AND \"EndedById\" IS NULL");
            s.HasIndex(x => x.KeptById);
            s.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            s.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<HandedSheetRow>(h =>
        {
            h.HasIndex(x => new { x.OwnerId, x.Until }).HasFilter("\"EndedById\" IS NULL");
            h.HasIndex(x => x.KeptById);
            h.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            h.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
    }

    private static void DraftTables(ModelBuilder builder)
    {
        builder.Entity<DraftRow>(d =>
        {
            d.HasIndex(x => x.PublicId).IsUnique();
            d.HasIndex(x => x.WriterId);
            d.HasOne<UserRow>().WithMany().HasForeignKey(x => x.WriterId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<DraftPaperRow>(p =>
        {
            p.HasIndex(x => x.DraftId);
            p.HasOne<DraftRow>().WithMany().HasForeignKey(x => x.DraftId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<MeetingRequestRow>(r =>
        {
            r.HasIndex(x => x.PublicId).IsUnique();
            r.HasIndex(x => new { x.PrincipalId, x.TakenAt });
            r.HasIndex(x => x.PrincipalId, "IX_MeetingRequests_Waiting").HasFilter("\"Waits\"");
            r.HasOne<UserRow>().WithMany().HasForeignKey(x => x.PrincipalId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<MeetingRequestHistoryRow>().HasIndex(x => x.ChangeId);
        builder.Entity<OfferRow>(o =>
        {
            o.HasIndex(x => x.PublicId).IsUnique();
            o.HasIndex(x => x.HoldRequest).IsUnique();
            o.HasIndex(x => new { x.OwnerId, x.Until });
            o.HasIndex(x => x.Until, "IX_Offers_Open").HasFilter("\"State\" = 0");
            o.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<OfferHistoryRow>().HasIndex(x => x.ChangeId);
        builder.Entity<OfferKeyRow>(k =>
        {
            // No key to the offer: what an undo takes away comes back, and its links lead there again.
            k.HasKey(x => new { x.Offer, x.Reader });
            k.HasIndex(x => x.KeyHash).IsUnique();
        });
        NotesTables(builder);
        ConferenceTables(builder);
        builder.Entity<StandingRow>(s =>
        {
            s.HasKey(x => x.OwnerId);
            s.Property(x => x.OwnerId).ValueGeneratedNever();
            s.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<MeetingKindRow>(k =>
        {
            k.HasIndex(x => x.PublicId).IsUnique();
            k.HasIndex(x => x.OwnerId);
            k.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
    }

    private static void NotesTables(ModelBuilder builder)
    {
        builder.Entity<NotesRow>(n =>
        {
            n.HasIndex(x => x.PublicId).IsUnique();
            // No key to the entry: what an undo takes away comes back under its old number, and its notes with it.
            n.HasIndex(x => new
                {
                    x.EntryId,
                    x.RecurrenceId,
                    x.LaneId,
                })
                .IsUnique();
        });
        builder.Entity<TaskRow>(t =>
        {
            t.HasIndex(x => x.PublicId).IsUnique();
            t.HasIndex(x => x.NotesId);
            t.HasIndex(x => new { x.LaneId, x.Due }).HasFilter("\"DoneAt\" IS NULL AND \"Due\" IS NOT NULL");
            t.HasIndex(x => new { x.OwnerId, x.Due }).HasFilter("\"DoneAt\" IS NULL AND \"Due\" IS NOT NULL");
            t.HasOne<NotesRow>().WithMany().HasForeignKey(x => x.NotesId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<NotesHistoryRow>().HasIndex(x => x.ChangeId);
    }

    private static void DeviceTables(ModelBuilder builder)
    {
        builder.Entity<DeviceRow>(d =>
        {
            d.HasIndex(x => x.KeyHash).IsUnique();
            d.HasIndex(x => x.OwnerId).HasFilter("\"EndedById\" IS NULL");
            d.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<DeviceNameRow>(n =>
        {
            n.HasKey(x => new { x.CalendarId, x.Name });
            // No key to the entry: what an undo takes away comes back under its name.
            n.HasIndex(x => new { x.CalendarId, x.EntryId }).IsUnique();
            n.HasOne<CalendarRow>().WithMany().HasForeignKey(x => x.CalendarId).OnDelete(DeleteBehavior.Cascade);
        });
    }

    private static void ConferenceTables(ModelBuilder builder)
    {
        builder.Entity<PresenceRow>(p =>
        {
            p.HasIndex(x => x.PublicId).IsUnique();
            p.HasIndex(x => new { x.EntryId, x.RecurrenceId });
            p.HasIndex(x => new { x.State, x.SeenAt });
        });
        builder.Entity<CallRow>(c =>
        {
            c.HasIndex(x => x.PublicId).IsUnique();
            c.HasIndex(x => x.EntryId);
            c.HasIndex(x => new { x.UserId, x.At });
            c.HasIndex(x => x.ChangeId);
        });
    }

    private static void EntryTables(ModelBuilder builder)
    {
        builder.Entity<EntryRow>(e =>
        {
            e.HasIndex(x => x.PublicId).IsUnique();
            // A meeting by its UID and organiser, an appointment by its calendar and UID: one index serves both.
            e.HasIndex(x => new { x.Uid, x.CalendarId }).IsUnique();
            e.HasIndex(x => new
            {
                x.OwnerId,
                x.Kind,
                x.LastEnd,
            });
            e.HasIndex(x => x.HoldRequest).HasFilter("\"HoldRequest\" IS NOT NULL");
            e.HasIndex(x => x.ConferenceKey).HasFilter("\"ConferenceKey\" IS NOT NULL");
            e.HasIndex(x => x.TiedToId).HasFilter("\"TiedToId\" IS NOT NULL");
            e.ComplexProperty(x => x.Time);
            e.HasOne<CalendarRow>().WithMany().HasForeignKey(x => x.CalendarId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<OverrideRow>(o =>
        {
            o.HasKey(x => new { x.EntryId, x.RecurrenceId });
            o.ComplexProperty(x => x.Time);
            o.HasOne<EntryRow>().WithMany().HasForeignKey(x => x.EntryId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<ParticipationRow>(p =>
        {
            p.HasIndex(x => new { x.EntryId, x.UserId }).IsUnique().HasFilter("\"RecurrenceId\" IS NULL");
            p.HasIndex(x => new
                {
                    x.EntryId,
                    x.UserId,
                    x.RecurrenceId,
                })
                .IsUnique();
            p.HasIndex(x => x.UserId);
            p.HasIndex(x => x.UserId, "IX_Participations_Unanswered").HasFilter("\"Answer\" = 0");
            p.HasIndex(x => x.UserId, "IX_Participations_Declined").HasFilter("\"Answer\" = 3 AND \"RecurrenceId\" IS NULL");
            p.HasOne<EntryRow>().WithMany().HasForeignKey(x => x.EntryId).OnDelete(DeleteBehavior.Cascade);
            p.HasOne<UserRow>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<EntryGroupRow>(g =>
        {
            g.HasKey(x => new { x.GroupId, x.EntryId });
            g.HasIndex(x => x.EntryId);
            g.HasOne<EntryRow>().WithMany().HasForeignKey(x => x.EntryId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<PaperRow>(p =>
        {
            p.HasIndex(x => x.PublicId).IsUnique();
            p.HasIndex(x => x.EntryId).HasFilter("\"RemovedByChangeId\" IS NULL");
            p.HasIndex(x => x.AddedByChangeId);
            p.HasIndex(x => x.RemovedByChangeId).HasFilter("\"RemovedByChangeId\" IS NOT NULL");
            // No key to the entry: what an undo takes away comes back under its old number, and its papers with it.
        });
        builder.Entity<CategoryRow>(c =>
        {
            c.HasIndex(x => x.OwnerId);
            c.HasOne<UserRow>().WithMany().HasForeignKey(x => x.OwnerId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<LaneMarkRow>(m =>
        {
            m.HasKey(x => new { x.EntryId, x.LaneId });
            m.HasOne<EntryRow>().WithMany().HasForeignKey(x => x.EntryId).OnDelete(DeleteBehavior.Cascade);
            m.HasOne<CategoryRow>().WithMany().HasForeignKey(x => x.CategoryId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<ReminderRow>(r =>
        {
            r.HasKey(x => new
            {
                x.UserId,
                x.EntryId,
                x.RecurrenceId,
            });
            r.HasOne<EntryRow>().WithMany().HasForeignKey(x => x.EntryId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<PartRow>(p =>
        {
            p.ToTable("Parts");
            p.Property(x => x.Id).ValueGeneratedNever();
            p.HasIndex(x => x.CalendarId);
        });
        builder.Entity<OccupancyRow>(o =>
        {
            o.HasKey(x => new
            {
                x.CalendarId,
                x.LastEnd,
                x.FirstStart,
                x.EntryId,
                x.RecurrenceId,
            });
            o.HasIndex(x => x.EntryId);
        });
    }

    private static void ChangeTables(ModelBuilder builder)
    {
        builder.Entity<HistoryRow>(h =>
        {
            h.HasIndex(x => x.ChangeId);
            h.HasIndex(x => x.EntryId);
            h.HasOne<ChangeRow>().WithMany().HasForeignKey(x => x.ChangeId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<CategoryHistoryRow>(h =>
        {
            h.HasIndex(x => x.ChangeId);
            h.HasOne<ChangeRow>().WithMany().HasForeignKey(x => x.ChangeId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<PersonHistoryRow>(h =>
        {
            h.HasIndex(x => x.ChangeId);
            h.HasIndex(x => x.UserId);
            h.HasOne<ChangeRow>().WithMany().HasForeignKey(x => x.ChangeId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<ChangeRow>(c =>
        {
            c.HasIndex(x => x.UndoneById).HasFilter("\"UndoneById\" IS NOT NULL");
            c.HasIndex(x => new { x.InNameOfId, x.Id });
            // Who answered for whom lately.
            c.HasIndex(x => new { x.InNameOfId, x.At }).HasFilter("\"Kind\" = 7 AND \"UndoneById\" IS NULL");
            c.HasIndex(x => new { x.ActorId, x.Id });
            c.HasIndex(x => x.ActId).HasFilter("\"ActId\" IS NOT NULL");
            c.HasIndex(x => x.AbsenceId).HasFilter("\"AbsenceId\" IS NOT NULL");
            c.HasIndex(x => x.InstructionId).HasFilter("\"InstructionId\" IS NOT NULL");
        });
        builder.Entity<TurnOverRow>(t =>
        {
            t.HasIndex(x => x.ToId).HasFilter("\"EndedById\" IS NULL");
            t.HasIndex(x => x.EntryId).IsUnique().HasFilter("\"EndedById\" IS NULL");
            t.HasIndex(x => x.KeptById);
            t.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
            t.HasOne<EntryRow>().WithMany().HasForeignKey(x => x.EntryId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<WaitingAddressRow>(w =>
        {
            w.HasIndex(x => x.WhoId).IsUnique().HasFilter("\"EndedById\" IS NULL");
            w.HasIndex(x => x.KeptById);
            w.HasIndex(x => x.EndedById).HasFilter("\"EndedById\" IS NOT NULL");
        });
        builder.Entity<ChangeLogRow>().HasKey(x => new { x.CalendarId, x.Number });
        builder.Entity<AnswerRow>(a =>
        {
            a.HasKey(x => new { x.UserId, x.Key });
            a.HasIndex(x => x.At);
        });
        builder.Entity<OutboxRow>(o =>
        {
            o.HasIndex(x => x.MessageId).IsUnique();
            o.HasIndex(x => x.ChangeId);
            o.HasIndex(x => x.NotBefore).HasFilter("\"SentAt\" IS NULL AND \"WithdrawnAt\" IS NULL AND \"GivenUpAt\" IS NULL");
            o.HasIndex(x => x.GivenUpAt).HasFilter("\"GivenUpAt\" IS NOT NULL");
        });
        builder.Entity<MailRow>(m =>
        {
            m.HasIndex(x => x.OutboxId).IsUnique().HasFilter("\"OutboxId\" IS NOT NULL");
            m.HasIndex(x => new { x.OfId, x.Id });
            m.HasIndex(x => x.OfId, "IX_Mails_Open").HasFilter("NOT \"Settled\"");
            m.HasIndex(x => x.MessageId);
            m.HasIndex(x => x.Entry).HasFilter("\"Entry\" IS NOT NULL");
            m.HasIndex(x => x.FiledById).HasFilter("\"FiledById\" IS NOT NULL");
        });
        builder.Entity<MeetingNewsRow>(n =>
        {
            n.HasIndex(x => x.OutboxId).IsUnique();
            n.HasIndex(x => x.ChangeId);
            n.HasIndex(x => new { x.ToId, x.At }).HasFilter("NOT \"PutAway\"");
            n.HasIndex(x => x.At);
        });
        builder.Entity<MailSourceRow>(m =>
        {
            m.HasKey(x => x.MailId);
            m.Property(x => x.MailId).ValueGeneratedNever();
        });
        builder.Entity<TakenInRow>().HasKey(x => x.Key);
        builder.Entity<SettingRow>().HasKey(x => new { x.UserId, x.Name });
    }
}
