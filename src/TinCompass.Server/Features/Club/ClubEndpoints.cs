using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Club;

/// <summary>The club, as whoever asks meets it.</summary>
/// <param name="IsClub">Members sign in here; without a club nobody does, and the rest is empty.</param>
/// <param name="NeedsAdmin">There is no admin yet: who started the server was told a word by which one is named.</param>
/// <param name="Member">Who is signed in.</param>
/// <param name="Told">What whoever has just signed in should know; null when they have not, or there is nothing.</param>
public sealed record ClubResponse(bool IsClub, bool NeedsAdmin, MemberResponse? Member, ToldResponse? Told = null);

/// <summary>What happened to a member's PIN since they were here.</summary>
/// <param name="WrongTries">Tries with a wrong PIN.</param>
/// <param name="ResetBy">The admin who gave the PIN by which they came in; null when they chose it.</param>
/// <param name="ResetAt">When it was given.</param>
public sealed record ToldResponse(int WrongTries, string? ResetBy, DateTimeOffset? ResetAt);

/// <summary>An entry of the club's log.</summary>
/// <param name="At">When.</param>
/// <param name="Kind">What: signIn, wrongTry, slowed, newSecret, invited, reset, adminMade, adminUnmade, deleted, putBack, leaveGiven,
/// leaveTaken.</param>
/// <param name="Name">The member it is about, or the name that was tried.</param>
/// <param name="By">Who did it, when they were signed in; else empty.</param>
/// <param name="Address">The address it came from.</param>
public sealed record ClubEventResponse(DateTimeOffset At, string Kind, string Name, string By, string Address);

/// <summary>A page of the club's log, newest first.</summary>
/// <param name="Total">How many entries there are.</param>
/// <param name="Items">Those of this page.</param>
public sealed record ClubLogResponse(int Total, IReadOnlyList<ClubEventResponse> Items);

/// <summary>A member of the club.</summary>
/// <param name="Id">The solver.</param>
/// <param name="Name">As shown.</param>
/// <param name="IsAdmin">May invite, reset and delete.</param>
/// <param name="MustChoose">Came in by a given PIN and has to choose one.</param>
public sealed record MemberResponse(int Id, string Name, bool IsAdmin, bool MustChoose);

/// <summary>Signing in.</summary>
/// <param name="Name">The solver's name.</param>
/// <param name="Secret">PIN or passphrase.</param>
public sealed record SignInRequest(string? Name, string? Secret);

/// <summary>Naming the first admin.</summary>
/// <param name="Word">The word that was told at the start of the server.</param>
/// <param name="Name">The admin's name; a solver of that name becomes the admin.</param>
/// <param name="Secret">PIN or passphrase, at least six characters.</param>
public sealed record FirstAdminRequest(string? Word, string? Name, string? Secret);

/// <summary>Choosing another PIN.</summary>
/// <param name="Old">The one until now.</param>
/// <param name="Secret">The new one, at least six characters.</param>
public sealed record ChooseSecretRequest(string? Old, string? Secret);

/// <summary>An invitation.</summary>
/// <param name="Name">A new name, or that of a solver who has no PIN yet.</param>
public sealed record InviteRequest(string? Name);

/// <summary>A PIN that was given: told once, good until another is chosen.</summary>
/// <param name="Member">Whose it is.</param>
/// <param name="Pin">Eight digits.</param>
public sealed record GivenPinResponse(MemberResponse Member, string Pin);

/// <summary>Whether a member is an admin.</summary>
/// <param name="IsAdmin">May invite, reset and delete.</param>
public sealed record AdminRequest(bool IsAdmin);

/// <summary>Leave to read, as a member sees it.</summary>
/// <param name="Given">To whom the member gave leave.</param>
/// <param name="Got">Whose data the member may read.</param>
/// <param name="Members">The names of the club, to give leave to.</param>
public sealed record LeaveResponse(
    IReadOnlyList<MemberResponse> Given, IReadOnlyList<MemberResponse> Got, IReadOnlyList<MemberResponse> Members);

/// <summary>/api/club: signing in, inviting, leave. Where no club is served, all but the first says so.</summary>
internal sealed class ClubEndpoints : IFeature
{
    private const int MaxPageSize = 200;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/club").WithTags("Club");
        group.MapGet("/", Get).WithName("getClub").WithSummary("Whether members sign in here, and who has.").OpenToAll();
        var doors = app.MapGroup("/api/club").WithTags("Club").ProducesProblem(400).ProducesProblem(401).ProducesProblem(404)
            .ProducesProblem(429);
        doors.WithRequestTimeout(Limits.Search);
        doors.MapPost("/first-admin", NameFirstAdmin).WithName("nameFirstAdmin").WithSummary("Names the first admin.").OpenToAll();
        doors.MapPost("/sign-in", SignIn).WithName("signIn").WithSummary("Signs in; the cookie is the answer.").OpenToAll();
        doors.MapPost("/sign-out", SignOut).WithName("signOut").WithSummary("Signs out.").OpenToAll();
        doors.MapPut("/secret", Choose).WithName("chooseSecret").WithSummary("Chooses another PIN or passphrase.").ForEntering();
        var admins = app.MapGroup("/api/club/members").WithTags("Club").ForAdmins().ProducesProblem(400).ProducesProblem(403)
            .ProducesProblem(404);
        admins.MapGet("/", Members).WithName("listMembers").WithSummary("The members.");
        admins.MapPost("/", Invite).WithName("inviteMember").WithSummary("Invites a member: a PIN to hand over.").ProducesProblem(409);
        admins.MapPost("/{id:int}/reset", Reset).WithName("resetMember").WithSummary("Gives a member another PIN.");
        admins.MapPut("/{id:int}/admin", MakeAdmin).WithName("makeAdmin").WithSummary("Makes a member an admin, or no admin.")
            .ProducesProblem(409);
        app.MapGroup("/api/club/log").WithTags("Club").ForAdmins().ProducesProblem(400).ProducesProblem(404)
            .MapGet("/", Log).WithName("getClubLog").WithSummary("Who came in, who tried in vain, and what admins did, newest first.");
        var leave = app.MapGroup("/api/club/leave").WithTags("Club").ForMembers().ProducesProblem(404);
        leave.MapGet("/", Leave).WithName("getLeave").WithSummary("Whom the member lets read, and whom the member may read.");
        leave.MapPut("/{coachId:int}", GiveLeave).WithName("giveLeave").WithSummary("Gives a coach leave to read what is one's own.");
        leave.MapDelete("/{coachId:int}", TakeLeave).WithName("takeLeave").WithSummary("Takes leave back.");
    }

    private static async Task<Ok<ClubResponse>> Get(HttpContext http, TinCompassDb db, CancellationToken cancel)
    {
        if (!Guard.IsClub(http)) return TypedResults.Ok(new ClubResponse(false, false, null));
        var member = Member.Of(http.User);
        return TypedResults.Ok(new ClubResponse(
            true, member is null && !await ClubDoor.HasAdminAsync(db, cancel),
            member is null ? null : new MemberResponse(member.Id, member.Name, member.IsAdmin, member.MustChoose)));
    }

    private static async Task<Results<Ok<ClubResponse>, ProblemHttpResult>> NameFirstAdmin(
        FirstAdminRequest request, HttpContext http, TinCompassDb db, ClubDoor door, WriteLane lane, TimeProvider clock,
        CancellationToken cancel)
    {
        if (!Guard.IsClub(http)) return NoClub();
        if (await ClubDoor.HasAdminAsync(db, cancel))
            return Problems.Bad("has-admin", "The club has an admin already, who invites.", "name");
        var (isRight, wait) = door.TryWord(request.Word, http);
        if (wait is { } slowed) return Slowed(http, slowed, "word");
        if (!isRight)
            return Problems.Of(StatusCodes.Status401Unauthorized, "wrong-word",
                "That is not the word that was told when the server was started.", "word");
        if (!SolverEndpoints.TryReadName(request.Name, out var name, out var problem)) return problem;
        if (Secrets.Refuses(request.Secret, name) is { } weak) return Problems.Bad("weak-secret", weak, "secret");
        var id = await SolverEndpoints.FindOrAddAsync(name, db, lane, clock, cancel);
        var credential = await door.GiveAsync(id, request.Secret!.Trim(), null, isAdmin: true, ClubEventKind.AdminMade, http, cancel);
        await door.SignInAsync(http, credential);
        return TypedResults.Ok(new ClubResponse(true, false, Of(credential)));
    }

    private static async Task<Results<Ok<ClubResponse>, ProblemHttpResult>> SignIn(
        SignInRequest request, HttpContext http, ClubDoor door, CancellationToken cancel)
    {
        if (!Guard.IsClub(http)) return NoClub();
        if (request.Secret is not { Length: > 0 and <= Secrets.MostLength } secret
            || request.Name is not { Length: <= Secrets.MostLength } name || string.IsNullOrWhiteSpace(name))
            return Problems.Bad("empty", "Name and PIN are needed.", "secret");
        var entry = await door.TryAsync(name.Trim(), secret.Trim(), http, cancel);
        if (entry.Wait is { } slowed) return Slowed(http, slowed, "secret");
        if (entry.Credential is not { } credential)
            return Problems.Of(StatusCodes.Status401Unauthorized, "wrong-secret",
                "This name and PIN don't match. A PIN from an admin works only once.", "secret");
        await door.SignInAsync(http, credential);
        return TypedResults.Ok(new ClubResponse(true, false, Of(credential),
            credential.Failed == 0 && credential.GivenBy is null ? null
                : new ToldResponse(credential.Failed, credential.GivenBy, credential.GivenAt)));
    }

    private static async Task<NoContent> SignOut(HttpContext http, ClubDoor door, CancellationToken cancel)
    {
        if (Guard.IsClub(http)) await door.SignOutAsync(http, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<ClubResponse>, ProblemHttpResult>> Choose(
        ChooseSecretRequest request, HttpContext http, ClubDoor door, CancellationToken cancel)
    {
        if (!Guard.IsClub(http) || Member.Of(http.User) is not { } member) return NoClub();
        if (Secrets.Refuses(request.Secret, member.Name) is { } weak) return Problems.Bad("weak-secret", weak, "secret");
        var entry = await door.KnowsAsync(member.Id, (request.Old ?? "").Trim(), cancel);
        if (entry.Wait is { } slowed) return Slowed(http, slowed, "old");
        if (entry.Credential is not { } credential)
            return Problems.Of(StatusCodes.Status401Unauthorized, "wrong-secret", "That isn't your current PIN.", "old");
        if (request.Secret!.Trim() == request.Old!.Trim())
            return Problems.Bad("weak-secret", credential.IsGiven
                ? "The admin who gave you this PIN knows it. Choose another." : "That's your current PIN. Choose another.", "secret");
        credential = await door.GiveAsync(member.Id, request.Secret.Trim(), null, isAdmin: null, ClubEventKind.NewSecret, http, cancel);
        await door.SignInAsync(http, credential);
        return TypedResults.Ok(new ClubResponse(true, false, Of(credential)));
    }

    private static async Task<Results<Ok<ClubLogResponse>, ProblemHttpResult>> Log(
        HttpContext http, TinCompassDb db, CancellationToken cancel, int page = 1, int pageSize = 50)
    {
        if (!Guard.IsClub(http)) return NoClub();
        if (page is < 1 or > 1_000_000 || pageSize is < 1 or > MaxPageSize)
            return Problems.Bad("bad-page", $"'page' counts from 1, and 'pageSize' is 1 to {MaxPageSize}.", "page");
        return TypedResults.Ok(new ClubLogResponse(await db.ClubEvents.CountAsync(cancel), await db.ClubEvents.AsNoTracking()
            .OrderByDescending(e => e.Id).Skip((page - 1) * pageSize).Take(pageSize)
            .Select(e => new ClubEventResponse(e.At, e.Kind, e.Name, e.By, e.Address)).ToListAsync(cancel)));
    }

    private static ProblemHttpResult Slowed(HttpContext http, TimeSpan wait, string field)
    {
        var seconds = Math.Max(1, (int)Math.Ceiling(wait.TotalSeconds));
        http.Response.Headers.RetryAfter = seconds.ToString(CultureInfo.InvariantCulture);
        return Problems.Of(StatusCodes.Status429TooManyRequests, "slowed", "Too many wrong tries from here. Try again in " +
            $"{(seconds < 120 ? $"{seconds} s" : $"{(seconds + 59) / 60} minutes")}, or ask an admin for a new PIN.", field);
    }

    private static async Task<Results<Ok<List<MemberResponse>>, ProblemHttpResult>> Members(
        HttpContext http, TinCompassDb db, CancellationToken cancel) =>
        Guard.IsClub(http)
            ? TypedResults.Ok((await db.Credentials.AsNoTracking().Include(c => c.Solver).OrderBy(c => c.Solver!.Name).ToListAsync(cancel))
                .ConvertAll(Of))
            : NoClub();

    private static async Task<Results<Ok<GivenPinResponse>, ProblemHttpResult>> Invite(
        InviteRequest request, HttpContext http, TinCompassDb db, ClubDoor door, WriteLane lane, TimeProvider clock,
        CancellationToken cancel)
    {
        if (!Guard.IsClub(http)) return NoClub();
        if (!SolverEndpoints.TryReadName(request.Name, out var name, out var problem)) return problem;
        if (await db.Credentials.AnyAsync(c => c.Solver!.Name == name, cancel))
            return Problems.Of(StatusCodes.Status409Conflict, "is-member", $"{name} is a member already.", "name");
        var id = await SolverEndpoints.FindOrAddAsync(name, db, lane, clock, cancel);
        return TypedResults.Ok(await GivenAsync(door, id, ClubEventKind.Invited, http, cancel));
    }

    private static async Task<Results<Ok<GivenPinResponse>, ProblemHttpResult>> Reset(
        int id, HttpContext http, TinCompassDb db, ClubDoor door, CancellationToken cancel)
    {
        if (!Guard.IsClub(http)) return NoClub();
        return await db.Credentials.AnyAsync(c => c.SolverId == id, cancel)
            ? TypedResults.Ok(await GivenAsync(door, id, ClubEventKind.Reset, http, cancel)) : Problems.NotFound($"member {id}");
    }

    private static async Task<Results<Ok<MemberResponse>, ProblemHttpResult>> MakeAdmin(
        int id, AdminRequest request, HttpContext http, TinCompassDb db, WriteLane lane, TimeProvider clock, CancellationToken cancel)
    {
        if (!Guard.IsClub(http)) return NoClub();
        using var turn = await lane.EnterAsync(cancel);
        if (await db.Credentials.Include(c => c.Solver).FirstOrDefaultAsync(c => c.SolverId == id, cancel) is not { } credential)
            return Problems.NotFound($"member {id}");
        if (!request.IsAdmin && credential.IsAdmin && await db.Credentials.CountAsync(c => c.IsAdmin, cancel) == 1)
            return LastAdmin("isAdmin");
        if (credential.IsAdmin != request.IsAdmin)
        {
            db.Tell(request.IsAdmin ? ClubEventKind.AdminMade : ClubEventKind.AdminUnmade, credential.Solver!.Name, http, clock.Now());
            credential.IsAdmin = request.IsAdmin;
            await db.SaveChangesAsync(cancel);
        }

        return TypedResults.Ok(Of(credential));
    }

    private static async Task<Results<Ok<LeaveResponse>, ProblemHttpResult>> Leave(
        HttpContext http, TinCompassDb db, CancellationToken cancel)
    {
        if (!Guard.IsClub(http) || Member.Of(http.User) is not { } me) return NoClub();
        var given = await db.Leaves.Where(l => l.SolverId == me.Id).OrderBy(l => l.Coach!.Name)
            .Select(l => new MemberResponse(l.CoachId, l.Coach!.Name, false, false)).ToListAsync(cancel);
        var got = await db.Leaves.Where(l => l.CoachId == me.Id).OrderBy(l => l.Solver!.Name)
            .Select(l => new MemberResponse(l.SolverId, l.Solver!.Name, false, false)).ToListAsync(cancel);
        var members = await db.Credentials.Where(c => c.SolverId != me.Id).OrderBy(c => c.Solver!.Name)
            .Select(c => new MemberResponse(c.SolverId, c.Solver!.Name, false, false)).ToListAsync(cancel);
        return TypedResults.Ok(new LeaveResponse(given, got, members));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> GiveLeave(
        int coachId, HttpContext http, TinCompassDb db, WriteLane lane, TimeProvider clock, CancellationToken cancel)
    {
        if (!Guard.IsClub(http) || Member.Of(http.User) is not { } me) return NoClub();
        if (coachId == me.Id || await db.Credentials.Where(c => c.SolverId == coachId).Select(c => c.Solver!.Name)
            .FirstOrDefaultAsync(cancel) is not { } coach) return Problems.NotFound($"other member {coachId}");
        using var turn = await lane.EnterAsync(cancel);
        if (!await db.Leaves.AnyAsync(l => l.SolverId == me.Id && l.CoachId == coachId, cancel))
        {
            db.Leaves.Add(new Leave { SolverId = me.Id, CoachId = coachId });
            db.Tell(ClubEventKind.LeaveGiven, coach, http, clock.Now());
            await db.SaveChangesAsync(cancel);
        }

        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> TakeLeave(
        int coachId, HttpContext http, TinCompassDb db, WriteLane lane, Storage.Bin bin, OpenTalks talks, TimeProvider clock,
        CancellationToken cancel)
    {
        if (!Guard.IsClub(http) || Member.Of(http.User) is not { } me) return NoClub();
        using var turn = await lane.EnterAsync(cancel);
        var name = await db.Solvers.IgnoreQueryFilters().Where(s => s.Id == coachId).Select(s => s.Name).FirstOrDefaultAsync(cancel);
        if (await db.Leaves.Where(l => l.SolverId == me.Id && l.CoachId == coachId).ExecuteDeleteAsync(cancel) > 0)
        {
            db.Tell(ClubEventKind.LeaveTaken, name ?? "", http, clock.Now());
            await db.SaveChangesAsync(cancel);
        }

        // Nor does it come back when a coach who is deleted is put back.
        await bin.DropAsync<Leave>($"json_extract(\"Data\", '$.SolverId') = {me.Id} AND json_extract(\"Data\", '$.CoachId') = {coachId}");
        talks.EndOf(coachId, me.Id);
        return TypedResults.NoContent();
    }

    private static async Task<GivenPinResponse> GivenAsync(
        ClubDoor door, int id, ClubEventKind kind, HttpContext http, CancellationToken cancel)
    {
        var pin = Secrets.NewPin();
        return new(Of(await door.GiveAsync(id, pin, Member.Of(http.User)!.Name, isAdmin: null, kind, http, cancel)), pin);
    }

    private static MemberResponse Of(Credential c) => new(c.SolverId, c.Solver!.Name, c.IsAdmin, c.IsGiven);

    internal static ProblemHttpResult LastAdmin(string field) => Problems.Of(
        StatusCodes.Status409Conflict, "last-admin", "A club needs an admin. Make somebody else an admin first.", field);

    private static ProblemHttpResult NoClub() => Problems.Of(StatusCodes.Status404NotFound, "no-club",
        "No club is served here, so nobody signs in: './tc serve --club' serves one.");
}
