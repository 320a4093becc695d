using System.Globalization;
using System.Security.Claims;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Club;

/// <summary>What came of a try to sign in.</summary>
/// <param name="Credential">The member who is in; null when the try was wrong or didn't count.</param>
/// <param name="Wait">How long until a try counts; null when this one did.</param>
internal sealed record Entry(Credential? Credential = null, TimeSpan? Wait = null);

/// <summary>
/// Coming into a club: a name and a PIN are tried, and a cookie is given. PINs are hashed, a few at a time and beside everything else, so
/// that whoever tries many keeps nobody from practising. Wrong tries slow down whoever makes them (<see cref="WrongTries"/>), and nobody
/// else.
/// A cookie is good as long as its sign-in is kept here: until one signs out, or the PIN changes.
/// </summary>
internal sealed class ClubDoor(TinCompassDb db, WriteLane lane, WrongTries tries, TimeProvider clock, OpenTalks talks,
    IDataProtectionProvider protection)
{
    private const string DeviceCookie = "tin-compass-device";

    /// <summary>A hash takes a tenth of a second of one processor.</summary>
    private const int HashedAtOnce = 1, MostWaiting = 64;

    private static readonly TimeSpan CookieFor = TimeSpan.FromDays(30), DeviceFor = TimeSpan.FromDays(365);
    private static readonly PasswordHasher<Credential> Hasher = new();
    private static readonly SemaphoreSlim Hashing = new(HashedAtOnce, HashedAtOnce);
    private static int waiting;

    /// <summary>The hash of nobody's PIN: an unknown name takes as long as a known one.</summary>
    private static readonly string Nobody = Hasher.HashPassword(null!, Guid.NewGuid().ToString());

    /// <summary>The word by which the first admin is named: said to whoever started the server, and only until there is one.</summary>
    public static string SetupWord { get; } = Secrets.NewWord();

    private IDataProtector Devices => protection.CreateProtector("device");

    /// <summary>Whether the word is the one that was told at the start, or how long no try counts; a wrong one is a wrong try.</summary>
    public (bool IsRight, TimeSpan? Wait) TryWord(string? word, HttpContext http)
    {
        var address = WrongTries.Of(http.Connection.RemoteIpAddress);
        if (tries.Begin(($"word@{address}", WrongTries.FreeOfName), (address, WrongTries.FreeOfAddress)) is { } wait) return (false, wait);
        var isRight = CryptographicOperations.FixedTimeEquals(
            Encoding.UTF8.GetBytes((word ?? "").Trim().ToLowerInvariant()), Encoding.UTF8.GetBytes(SetupWord));
        if (isRight) tries.Right($"word@{address}", address);
        return (isRight, null);
    }

    /// <summary>Tries a name and a PIN. A PIN that was given is good once.</summary>
    public async Task<Entry> TryAsync(string typed, string secret, HttpContext http, CancellationToken cancel)
    {
        var name = SolverNames.Read(typed, out _) ?? typed;
        var credential = await db.Credentials.AsNoTracking().Include(c => c.Solver)
            .FirstOrDefaultAsync(c => c.Solver!.Name == name, cancel);
        var address = WrongTries.Of(http.Connection.RemoteIpAddress);
        // Only its own tries slow a device that signed in by this name before; they don't count for its address, right or wrong.
        var device = credential is null ? null : DeviceOf(http, credential.SolverId);
        var from = device is null ? $"{name.ToUpperInvariant()}@{address}" : $"device {device}";
        var wait = device is not null ? tries.Begin((from, WrongTries.FreeOfName))
            : tries.Begin((from, WrongTries.FreeOfName), (address, WrongTries.FreeOfAddress));
        if (wait is not null) return new Entry(Wait: wait);
        var isRight = await IsRightAsync(credential?.Hash ?? Nobody, secret, cancel) && credential is not null;
        using var turn = await lane.EnterAsync(cancel);
        // All of it is one write, so that a name that nobody has takes as long.
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        if (isRight)
        {
            // Of several who come in at once by a PIN that was given, one does.
            isRight = await db.Credentials.Where(c => c.SolverId == credential!.SolverId && c.Stamp == credential.Stamp
                && (!c.IsGiven || !c.IsUsed)).ExecuteUpdateAsync(s => s.SetProperty(c => c.Failed, 0)
                    .SetProperty(c => c.IsUsed, c => c.IsGiven), cancel) == 1;
        }

        if (isRight) tries.Right(from, device is null ? address : "");
        else if (credential is not null)
            await db.Credentials.Where(c => c.SolverId == credential.SolverId)
                .ExecuteUpdateAsync(s => s.SetProperty(c => c.Failed, c => c.Failed + 1), cancel);
        db.Tell(isRight ? ClubEventKind.SignIn : tries.AreSlowed(from) ? ClubEventKind.Slowed : ClubEventKind.WrongTry,
            credential?.Solver!.Name ?? name, http, clock.Now());
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return new Entry(isRight ? credential : null);
    }

    /// <summary>Whether a member who is signed in knows their PIN: a wrong one slows down this member alone.</summary>
    public async Task<Entry> KnowsAsync(int solverId, string secret, CancellationToken cancel)
    {
        var from = $"member {solverId}";
        if (tries.Begin((from, WrongTries.FreeOfName)) is { } wait) return new Entry(Wait: wait);
        var credential = await db.Credentials.AsNoTracking().Include(c => c.Solver).FirstAsync(c => c.SolverId == solverId, cancel);
        if (!await IsRightAsync(credential.Hash, secret, cancel)) return new Entry();
        tries.Right(from, "");
        return new Entry(credential);
    }

    /// <summary>Gives a solver a PIN, new or in place of another. Whoever is signed in by the old one no longer is.</summary>
    public async Task<Credential> GiveAsync(int solverId, string secret, string? by, bool? isAdmin, ClubEventKind kind, HttpContext http,
        CancellationToken cancel)
    {
        var hash = await HashAsync(() => Hasher.HashPassword(null!, secret), cancel);
        using var turn = await lane.EnterAsync(cancel);
        var credential = await db.Credentials.FindAsync([solverId], cancel);
        if (credential is null) db.Add(credential = new Credential { SolverId = solverId, Hash = "", Stamp = "" });
        (credential.Hash, credential.Stamp) = (hash, Guid.NewGuid().ToString("N"));
        (credential.IsGiven, credential.IsUsed, credential.IsAdmin) = (by is not null, false, isAdmin ?? credential.IsAdmin);
        (credential.GivenBy, credential.GivenAt) = (by, by is null ? null : clock.Now());
        await db.Entry(credential).Reference(c => c.Solver).LoadAsync(cancel);
        await db.SignIns.Where(s => s.SolverId == solverId).ExecuteDeleteAsync(cancel);
        db.Tell(kind, credential.Solver!.Name, http, clock.Now());
        await db.SaveChangesAsync(cancel);
        talks.EndOf(solverId);
        return credential;
    }

    /// <summary>Signs a member in: the cookie, and one by which this device is known next time.</summary>
    public async Task SignInAsync(HttpContext http, Credential credential)
    {
        var signedIn = new SignedIn { Id = Guid.NewGuid(), SolverId = credential.SolverId, At = clock.Now() };
        // The PIN was right, and a given one is used up by now: no deadline stops this.
        using (await lane.EnterAsync(CancellationToken.None))
        {
            db.SignIns.Add(signedIn);
            await db.SaveChangesAsync(CancellationToken.None);
        }

        var identity = new ClaimsIdentity(
        [
            new Claim(ClaimTypes.NameIdentifier, credential.SolverId.ToString(CultureInfo.InvariantCulture)),
            new Claim(ClaimTypes.Name, credential.Solver!.Name), new Claim(Member.StampClaim, credential.Stamp),
            new Claim(Member.SignInClaim, signedIn.Id.ToString()),
            .. credential.IsAdmin ? [new Claim(Member.AdminClaim, "1")] : Array.Empty<Claim>(),
            .. credential.IsGiven ? [new Claim(Member.GivenClaim, "1")] : Array.Empty<Claim>(),
        ], CookieAuthenticationDefaults.AuthenticationScheme);
        await http.SignInAsync(new ClaimsPrincipal(identity), new AuthenticationProperties { IsPersistent = true });
        if (credential.IsGiven || DeviceOf(http, credential.SolverId) is not null) return;
        http.Response.Cookies.Append(HostCookies.NameOf(http, DeviceCookie),
            Devices.Protect($"{credential.SolverId} {Guid.NewGuid():N}"), new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                Secure = http.Request.IsHttps,
                Path = "/",
                MaxAge = DeviceFor,
            });
    }

    /// <summary>Signs out: the cookie opens nothing any more, whoever has it.</summary>
    public async Task SignOutAsync(HttpContext http, CancellationToken cancel)
    {
        if (Guid.TryParse(http.User.FindFirstValue(Member.SignInClaim), out var id))
            using (await lane.EnterAsync(cancel)) await db.SignIns.Where(s => s.Id == id).ExecuteDeleteAsync(cancel);
        await http.SignOutAsync();
    }

    /// <summary>Whether a secret is the one that counts now.</summary>
    private static Task<bool> IsRightAsync(string hash, string secret, CancellationToken cancel) =>
        HashAsync(() => Hasher.VerifyHashedPassword(null!, hash, secret) != PasswordVerificationResult.Failed, cancel);

    private static async Task<T> HashAsync<T>(Func<T> hash, CancellationToken cancel)
    {
        if (Interlocked.Increment(ref waiting) > MostWaiting)
        {
            Interlocked.Decrement(ref waiting);
            throw new BadHttpRequestException("Too many sign-ins at once. Try again in a moment.",
                StatusCodes.Status429TooManyRequests);
        }

        try
        {
            await Hashing.WaitAsync(cancel);
            try
            {
                return await Task.Run(hash, cancel);
            }
            finally
            {
                Hashing.Release();
            }
        }
        finally
        {
            Interlocked.Decrement(ref waiting);
        }
    }

    /// <summary>By what this device is known for a solver; null when it is not.</summary>
    private string? DeviceOf(HttpContext http, int solverId)
    {
        if (http.Request.Cookies[HostCookies.NameOf(http, DeviceCookie)] is not { Length: > 0 and < 500 } cookie) return null;
        try
        {
            return Devices.Unprotect(cookie) is var known && known.StartsWith($"{solverId} ", StringComparison.Ordinal) ? known : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Adds cookies and their keys, which are kept with the data.</summary>
    public static void Add(IServiceCollection services, ServerOptions options)
    {
        services.AddScoped<ClubDoor>();
        services.AddSingleton<WrongTries>();
        services.AddDataProtection().SetApplicationName("tin-compass")
            .PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(options.Data, "keys")));
        if (!options.Club) return;
        services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme).AddCookie(cookie =>
        {
            cookie.Cookie.Name = "tin-compass";
            cookie.CookieManager = new HostCookies();
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
                if (member is null || !Guid.TryParse(context.Principal!.FindFirstValue(Member.SignInClaim), out var id)
                    || !await IsIn(db, id, member.Id, stamp!, member.IsAdmin, context.HttpContext.RequestAborted))
                    context.RejectPrincipal();
            };
        });
    }

    private static readonly Func<TinCompassDb, Guid, int, string, bool, CancellationToken, Task<bool>> IsIn = EF.CompileAsyncQuery(
        (TinCompassDb db, Guid id, int solver, string stamp, bool isAdmin, CancellationToken cancel) =>
            db.SignIns.Any(s => s.Id == id && s.SolverId == solver && !s.Solver!.IsGoing
                && db.Credentials.Any(c => c.SolverId == solver && c.Stamp == stamp && c.IsAdmin == isAdmin)));

    /// <summary>Whether the club has an admin yet.</summary>
    public static Task<bool> HasAdminAsync(TinCompassDb db, CancellationToken cancel) => db.Credentials.AnyAsync(c => c.IsAdmin, cancel);
}
