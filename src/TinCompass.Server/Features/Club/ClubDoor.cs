using System.Globalization;
using System.Security.Claims;
using System.Security.Cryptography;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Club;

/// <summary>What came of trying to sign in.</summary>
internal enum EntryVerdict
{
    /// <summary>In.</summary>
    Welcome,

    /// <summary>The name or the PIN is not right; which of them is not said.</summary>
    Wrong,

    /// <summary>Too many wrong tries; for some minutes no try counts.</summary>
    Locked,
}

/// <summary>
/// PINs and passphrases: made, hashed, tried. After five wrong tries no try counts for five minutes, whoever makes it. A cookie is good
/// until the PIN changes.
/// </summary>
internal sealed class ClubDoor(TinCompassDb db, WriteLane lane, TimeProvider clock, OpenTalks talks)
{
    public const int LeastLength = 6, MostLength = 200;

    private const int MostWrong = 5;
    private static readonly TimeSpan LockedFor = TimeSpan.FromMinutes(5);
    private static readonly TimeSpan CookieFor = TimeSpan.FromDays(30);
    private static readonly PasswordHasher<Credential> Hasher = new();

    /// <summary>The hash of nobody's PIN: an unknown name takes as long as a known one.</summary>
    private static readonly string Nobody = Hasher.HashPassword(null!, Guid.NewGuid().ToString());

    /// <summary>The word by which the first admin is named: said to whoever started the server, and only until there is one.</summary>
    public static string SetupWord { get; } = NewPin();

    public static string NewPin() => RandomNumberGenerator.GetInt32(100_000_000).ToString("00000000", CultureInfo.InvariantCulture);

    public async Task<(EntryVerdict Verdict, Credential? Credential)> TryAsync(string name, string secret, CancellationToken cancel)
    {
        using var turn = await lane.EnterAsync(cancel);
        var credential = await db.Credentials.Include(c => c.Solver).FirstOrDefaultAsync(c => c.Solver!.Name == name, cancel);
        if (credential?.LockedUntil is { } until && until > clock.GetUtcNow()) return (EntryVerdict.Locked, null);
        var isRight = Hasher.VerifyHashedPassword(credential!, credential?.Hash ?? Nobody, secret) != PasswordVerificationResult.Failed;
        if (credential is null) return (EntryVerdict.Wrong, null);
        if (isRight) (credential.Failed, credential.LockedUntil) = (0, null);
        else if (++credential.Failed >= MostWrong) (credential.Failed, credential.LockedUntil) = (0, clock.GetUtcNow() + LockedFor);
        await db.SaveChangesAsync(cancel);
        return isRight ? (EntryVerdict.Welcome, credential) : (EntryVerdict.Wrong, null);
    }

    /// <summary>Gives a solver a PIN, new or in place of another. Whoever is signed in by the old one no longer is.</summary>
    public async Task<Credential> GiveAsync(int solverId, string secret, bool isGiven, bool? isAdmin, CancellationToken cancel)
    {
        using var turn = await lane.EnterAsync(cancel);
        var credential = await db.Credentials.FindAsync([solverId], cancel);
        if (credential is null) db.Add(credential = new Credential { SolverId = solverId, Hash = "", Stamp = "" });
        credential.Hash = Hasher.HashPassword(credential, secret);
        (credential.IsGiven, credential.IsAdmin) = (isGiven, isAdmin ?? credential.IsAdmin);
        (credential.Failed, credential.LockedUntil, credential.Stamp) = (0, null, Guid.NewGuid().ToString("N"));
        await db.SaveChangesAsync(cancel);
        talks.EndOf(solverId);
        await db.Entry(credential).Reference(c => c.Solver).LoadAsync(cancel);
        return credential;
    }

    /// <summary>The cookie of a member.</summary>
    public static Task SignInAsync(HttpContext context, Credential credential)
    {
        var identity = new ClaimsIdentity(
        [
            new Claim(ClaimTypes.NameIdentifier, credential.SolverId.ToString(CultureInfo.InvariantCulture)),
            new Claim(ClaimTypes.Name, credential.Solver!.Name), new Claim(Member.StampClaim, credential.Stamp),
            .. credential.IsAdmin ? [new Claim(Member.AdminClaim, "1")] : Array.Empty<Claim>(),
            .. credential.IsGiven ? [new Claim(Member.GivenClaim, "1")] : Array.Empty<Claim>(),
        ], CookieAuthenticationDefaults.AuthenticationScheme);
        return context.SignInAsync(new ClaimsPrincipal(identity), new AuthenticationProperties { IsPersistent = true });
    }

    /// <summary>A word in which one can hide: six characters at least, and not the name.</summary>
    public static string? Refuses(string? secret, string name) =>
        secret is null || secret.Trim().Length < LeastLength || secret.Length > MostLength
            ? $"A PIN or passphrase has {LeastLength} to {MostLength} characters."
            : string.Equals(secret.Trim(), name, StringComparison.OrdinalIgnoreCase) ? "Your name is no passphrase."
            : secret.Distinct().Count() < 3 || "01234567890".Contains(secret, StringComparison.Ordinal)
                ? "That is the first one anybody would try. Take another." : null;

    /// <summary>Adds cookies and their keys, which are kept with the data.</summary>
    public static void Add(IServiceCollection services, ServerOptions options)
    {
        services.AddScoped<ClubDoor>();
        if (!options.Club) return;
        services.AddDataProtection().SetApplicationName("tin-compass")
            .PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(options.Data, "keys")));
        services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme).AddCookie(cookie =>
        {
            cookie.Cookie.Name = "tin-compass";
            (cookie.Cookie.HttpOnly, cookie.Cookie.SameSite) = (true, SameSiteMode.Strict);
            cookie.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
            (cookie.ExpireTimeSpan, cookie.SlidingExpiration) = (CookieFor, true);
            // The guard answers; nobody is led to a page.
            cookie.Events.OnRedirectToLogin = _ => Task.CompletedTask;
            cookie.Events.OnRedirectToAccessDenied = _ => Task.CompletedTask;
            cookie.Events.OnValidatePrincipal = async context =>
            {
                var (member, stamp) = (Member.Of(context.Principal!), context.Principal!.FindFirstValue(Member.StampClaim));
                var db = context.HttpContext.RequestServices.GetRequiredService<TinCompassDb>();
                if (member is null || !await db.Credentials.AnyAsync(
                    c => c.SolverId == member.Id && c.Stamp == stamp && c.IsAdmin == member.IsAdmin, context.HttpContext.RequestAborted))
                    context.RejectPrincipal();
            };
        });
    }

    /// <summary>Whether the club has an admin yet.</summary>
    public static Task<bool> HasAdminAsync(TinCompassDb db, CancellationToken cancel) => db.Credentials.AnyAsync(c => c.IsAdmin, cancel);
}
