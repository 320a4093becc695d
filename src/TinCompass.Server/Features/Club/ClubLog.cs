using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Club;

/// <summary>What is written down for the admins of a club.</summary>
internal enum ClubEventKind
{
    /// <summary>A member came in.</summary>
    SignIn,

    /// <summary>A name and a PIN did not go together.</summary>
    WrongTry,

    /// <summary>Too many wrong tries: those from there do not count for a while.</summary>
    Slowed,

    /// <summary>A member chose another PIN.</summary>
    NewSecret,

    /// <summary>An admin invited a member.</summary>
    Invited,

    /// <summary>An admin gave a member another PIN.</summary>
    Reset,

    /// <summary>A member was made an admin.</summary>
    AdminMade,

    /// <summary>An admin is one no longer.</summary>
    AdminUnmade,

    /// <summary>A member was deleted.</summary>
    Deleted,

    /// <summary>A member who was deleted was put back.</summary>
    PutBack,

    /// <summary>A member lets another one read.</summary>
    LeaveGiven,

    /// <summary>And no longer does.</summary>
    LeaveTaken,
}

/// <summary>The log of a club: who came in, who tried in vain, what admins did, and who may read what.</summary>
internal static class ClubLog
{
    /// <summary>Adds an entry; whoever adds it saves it.</summary>
    public static void Tell(this TinCompassDb db, ClubEventKind kind, string name, HttpContext http, DateTimeOffset at) =>
        db.ClubEvents.Add(new ClubEvent
        {
            At = at,
            Kind = Core.Stages.Words.Code(kind),
            Name = name[..Math.Min(name.Length, Solver.MaxNameLength)],
            By = Access.Member.Of(http.User)?.Name ?? "",
            Address = http.Connection.RemoteIpAddress?.ToString() ?? "",
        });
}
