using System.Globalization;
using System.Security.Claims;
using Corlin.Core.Calendars;
using Corlin.Store.Model;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using NodaTime;

namespace Corlin.Web.Edge;

/// <summary>Accounts, the cookie, and who signed in.</summary>
internal static class SignIn
{
    private const string PersonClaim = "corlin:person";

    public static void Add(IServiceCollection services)
    {
        services
            .AddIdentityCore<Account>(o =>
            {
                o.User.RequireUniqueEmail = true;
                // An address is checked where it is entered; here it only has to be its owner's.
                o.User.AllowedUserNameCharacters = "";
                o.Password.RequiredLength = 12;
                o.Password.RequireNonAlphanumeric = false;
                o.Password.RequireUppercase = false;
                o.Password.RequireDigit = false;
                // Wrong tries slow down where they come from (SignInSlowdown); they lock nobody out.
                o.Lockout.MaxFailedAccessAttempts = int.MaxValue;
            })
            .AddEntityFrameworkStores<CorlinDb>()
            .AddSignInManager()
            .AddDefaultTokenProviders();
        services.Configure<IdentityPasskeyOptions>(o =>
        {
            // It is both factors only where it asks for a finger, a face or a number.
            o.UserVerificationRequirement = "required";
            o.ResidentKeyRequirement = "required";
        });
        // Who is shut out is out within this time, whatever they have open.
        services.Configure<SecurityStampValidatorOptions>(o => o.ValidationInterval = TimeSpan.FromSeconds(5));
        services.AddScoped<IUserClaimsPrincipalFactory<Account>, WithPerson>();
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddIdentityCookies(c => c.ApplicationCookie!.Configure(Cookie));
        services.AddAuthorizationBuilder().SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
        services.AddAntiforgery(a =>
        {
            a.HeaderName = Antiforgery.Header;
            a.Cookie.Name = "corlin-forgery";
            a.Cookie.SameSite = SameSiteMode.Strict;
            // As the session: who came by https is not followed without it.
            a.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        });
    }

    /// <summary>The person behind the session.</summary>
    public static UserId Person(this ClaimsPrincipal principal) =>
        new(
            long.Parse(
                principal.FindFirstValue(PersonClaim) ?? throw new InvalidOperationException("The session has no person."),
                CultureInfo.InvariantCulture
            )
        );

    /// <summary>What tells who somebody is, however they signed in.</summary>
    public static Claim ClaimOf(UserId person) => new(PersonClaim, person.Value.ToString(CultureInfo.InvariantCulture));

    private static void Cookie(CookieAuthenticationOptions cookie)
    {
        cookie.Cookie.Name = "corlin-session";
        cookie.Cookie.HttpOnly = true;
        cookie.Cookie.SameSite = SameSiteMode.Strict;
        cookie.ExpireTimeSpan = TimeSpan.FromHours(12);
        cookie.SlidingExpiration = true;
        // An interface for screens answers with a status, not with a page.
        cookie.Events.OnRedirectToLogin = c => Status(c.Response, StatusCodes.Status401Unauthorized);
        cookie.Events.OnRedirectToAccessDenied = c => Status(c.Response, StatusCodes.Status403Forbidden);
    }

    private static Task Status(HttpResponse response, int status)
    {
        response.StatusCode = status;
        return Task.CompletedTask;
    }

    /// <summary>Who signs in, and again every few seconds while they are here, is told apart by their person.</summary>
    private sealed class WithPerson(UserManager<Account> users, IOptions<IdentityOptions> options, IClock clock)
        : UserClaimsPrincipalFactory<Account>(users, options)
    {
        private static readonly Duration NotedEvery = Duration.FromHours(1);

        protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Account user)
        {
            var now = clock.GetCurrentInstant();
            if (user.LastInAt is not { } last || now - last > NotedEvery)
            {
                user.LastInAt = now;
                await UserManager.UpdateAsync(user);
            }

            var identity = await base.GenerateClaimsAsync(user);
            identity.AddClaim(ClaimOf(new UserId(user.PersonId)));
            return identity;
        }
    }
}
