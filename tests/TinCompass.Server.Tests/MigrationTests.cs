using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>
/// A database that the version before the stages made, with every kind of row: the demo's club, habits of the pairs, own sequences and a
/// note alone, courses, plans, answers of all
/// drills, sessions of a family and one that is open. What that version answered on it stands below.
/// </summary>
public sealed class MigrationTests : IDisposable
{
    private readonly TemporaryFolder folder = new();

    public void Dispose() => folder.Dispose();

    [Fact]
    public async Task A_database_of_the_version_before_is_taken_over_with_every_kind_of_row()
    {
        var path = Unpack();
        var before = Rows(path);
        using (var server = ServerFixture.At(folder.Path))
        {
            var client = server.Client;
            async Task<T> Get<T>(string address)
            {
                var text = await client.GetStringAsync(new Uri(address, UriKind.Relative));
                return JsonSerializer.Deserialize<T>(text, ServerFixture.Json)!;
            }

            // The figures are those the version before showed.
            var record = await Get<RecordResponse>("api/practice/record?solverId=1");
            Assert.Equal((85, 52, 1_263_495L), (record.Attempts, record.Right, record.Ms));
            Assert.Equal(85, record.Drills.Sum(d => d.Attempts));
            Assert.All(record.Drills, d => Assert.Contains('.', d.Drill));
            var habits = await Get<HabitsResponse>("api/solvers/2/habits");
            Assert.Equal(("cornerFirst", "24"), (habits.Stages["f2l"]["school"], habits.Stages["f2l"]["beam"]));
            var open = await Get<SessionResponse>("api/practice/sessions/57");
            Assert.Equal(("cross.last-edge", false), (open.Programme, open.IsOver));
            Assert.Equal("cross.last-edge", open.Task!.Drill);
            Assert.Equal("f2l.solve-pair:BaseUp:FL", (await Get<SessionResponse>("api/practice/sessions/56")).Programme);
            var page = await Get<AttemptPageResponse>("api/attempts?solverId=1&pageSize=200");
            Assert.Equal(before["Attempts"].Count(r => (long)r["SolverId"] == 1), page.Total);
            Assert.All(page.Items, a => Assert.Equal("cross", a.Stage));
            var kept = before["KeptSequences"][0];
            var own = await Get<CasePageResponse>($"api/casebook/f2l/{kept["Case"]}?solverId={kept["SolverId"]}");
            Assert.Contains(own.Views, v => v.View == (string)kept["Slot"] && v.Kept == (string)kept["Sequence"]
                && v.Note == (string)kept["Note"]);
            var courses = await Get<IReadOnlyList<KeptCourseResponse>>("api/courses?solverId=1");
            Assert.Equal(before["Courses"].Count(r => (long)r["SolverId"] == 1), courses.Count);
        }

        var after = Rows(path);
        foreach (var table in new[] { "Solvers", "Habits", "Attempts", "DrillAttempts", "Sessions", "KeptSequences", "Courses" })
            Assert.Equal(before[table].Count, after[table].Count);
        Assert.Equal(before["DrillAttempts"].Select(r => r["Key"]).Order(), after["DrillAttempts"].Select(r => r["Key"]).Order());
        // Where turns stood there are the stickers that they make.
        Assert.Equal(
            before["DrillAttempts"].OrderBy(r => r["Key"]).Select(r => Core.Cube.Facelets.Write(
                Core.Cube.CubeState.Solved.Apply(Core.Notation.Algorithm.Parse((string)r["Scramble"]).Turns).Upright())),
            after["DrillAttempts"].OrderBy(r => r["Key"]).Select(r => (string)r["Position"]));
        Assert.Equal(before["KeptSequences"].Select(r => (string)r["Note"]).Order(),
            after["KeptSequences"].Select(r => (string)r["Note"]).Order());
        // The copy from before is there and is the database as it was.
        var copy = Assert.Single(Directory.GetFiles(folder.Path, "*.before-*"));
        Assert.Equal(JsonSerializer.Serialize(before), JsonSerializer.Serialize(Rows(copy)));
    }

    [Fact]
    public void A_database_whose_answers_held_turns_says_the_same_positions_by_their_stickers()
    {
        var path = Unpack("stages.db.gz");
        var before = Rows(path);
        using (ServerFixture.At(folder.Path)) Assert.Single(Directory.GetFiles(folder.Path, "*.before-*AnswerPositions"));
        var after = Rows(path);
        Assert.Equal(556, after["DrillAttempts"].Count);
        Assert.Equal(
            before["DrillAttempts"].OrderBy(r => r["Key"]).Select(r => (r["Key"], r["Case"], r["Ms"], Core.Cube.Facelets.Write(
                Core.Cube.CubeState.Solved.Apply(Core.Notation.Algorithm.Parse((string)r["Scramble"]).Turns).Upright()))),
            after["DrillAttempts"].OrderBy(r => r["Key"]).Select(r => (r["Key"], r["Case"], r["Ms"], (string)r["Position"])));
        foreach (var table in new[] { "Solvers", "Habits", "Attempts", "Sessions", "KeptSequences", "Courses" })
            Assert.Equal(before[table].Count, after[table].Count);

        // That all answers were looked at is kept: an answer that came to hold turns again stands as it is, until that is forgotten.
        void Start(string change)
        {
            Change(path, change);
            using var _ = ServerFixture.At(folder.Path);
        }

        string Last() => (string)Rows(path)["DrillAttempts"].Last()["Position"];
        var stickers = Last();
        Start("UPDATE DrillAttempts SET Position = 'R U' WHERE Id = (SELECT max(Id) FROM DrillAttempts)");
        Assert.Equal("R U", Last());
        // A start that was killed before the end goes on: what is new already stays, the rest follows.
        Start("PRAGMA user_version = 0");
        Assert.Equal(Core.Cube.Facelets.Write(Core.Cube.CubeState.Solved.Apply(Core.Notation.Algorithm.Parse("R U").Turns)), Last());
        Assert.Equal(stickers.Length, Last().Length);
    }

    /// <summary>Where tables are made at this first start, on a busy machine, a deadline may pass: it is asked again.</summary>
    private static async Task<HttpResponseMessage> PatientlyAsync(HttpClient client, Uri address)
    {
        for (var left = 20; ; left--)
        {
            var answer = await client.GetAsync(address);
            if (answer.StatusCode != HttpStatusCode.GatewayTimeout || left == 0) return answer;
            answer.Dispose();
        }
    }

    [Theory]
    [InlineData("first-attempts", "SolverHabits")]
    [InlineData("solver-habits", "Practice")]
    [InlineData("practice", "FirstTwoLayers")]
    [InlineData("first-two-layers", "Stages")]
    [InlineData("stages", "AnswerPositions")]
    [InlineData("answer-positions", "ImportsBinClub")]
    [InlineData("blocks", "MiddleHand")]
    [InlineData("middle-hand", "Solves")]
    [InlineData("solves", "TimedHands")]
    public async Task A_file_of_every_earlier_version_is_taken_over(string version, string first)
    {
        var path = Unpack($"{version}.db.gz");
        var before = Rows(path);
        using (var server = ServerFixture.At(folder.Path))
        {
            var client = server.Client;
            var solvers = await client.GetFromJsonAsync<SolverPageResponse>("api/solvers", ServerFixture.Json);
            Assert.Equal(before["Solvers"].Count, solvers!.Total);
            foreach (var solver in solvers.Items)
            {
                Assert.Equal(before["Attempts"].Count(a => (long)a["SolverId"] == solver.Id),
                    (await client.GetFromJsonAsync<AttemptPageResponse>(
                    $"api/attempts?solverId={solver.Id}", ServerFixture.Json))!.Total);
                // An export reads every row; a whole book takes time, and is looked at for one of them.
                foreach (var view in new[] { "practice/today?", "practice/record?", $"solvers/{solver.Id}/export?", "courses?" }
                    .Concat(solver == solvers.Items[0] ? ["casebook/f2l?"] : []))
                {
                    using var shown = await PatientlyAsync(client, new Uri($"api/{view}solverId={solver.Id}", UriKind.Relative));
                    Assert.True(shown.IsSuccessStatusCode, $"{view} answered {shown.StatusCode}");
                    Assert.False(shown.Headers.Contains(Storage.SkippedRows.Header), view);
                }
            }
        }

        var after = Rows(path);
        foreach (var (table, rows) in before.Where(t => t.Value.Count > 0))
        {
            Assert.Equal(rows.Count, after[table].Count);
            if (rows[0].ContainsKey("Key"))
                Assert.Equal(rows.Select(r => r["Key"]).Order(), after[table].Select(r => r["Key"]).Order());
        }

        var copy = Assert.Single(Directory.GetFiles(folder.Path, "*.before-*"));
        Assert.EndsWith("_" + first, copy, StringComparison.Ordinal);
        Assert.Equal(JsonSerializer.Serialize(before), JsonSerializer.Serialize(Rows(copy)));
    }

    private string Unpack(string name = "first-two-layers.db.gz")
    {
        var path = Path.Combine(folder.Path, "tin-compass.db");
        UnpackTo(path, name);
        return path;
    }

    /// <summary>A file as a version before made it.</summary>
    internal static void UnpackTo(string path, string name)
    {
        using var packed = new GZipStream(File.OpenRead(
            Path.Combine(RunningServer.Root, "tests", "TinCompass.Server.Tests", "Fixtures", name)),
            CompressionMode.Decompress);
        using var file = File.Create(path);
        packed.CopyTo(file);
    }

    /// <summary>Every row of every table of the house, by column.</summary>
    private static void Change(string path, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
#pragma warning disable CA2100 // Only what the tests above say.
        using var command = new SqliteCommand(sql, connection);
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }

    private static Dictionary<string, List<Dictionary<string, object>>> Rows(string path)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False;Mode=ReadOnly");
        connection.Open();
        var all = new Dictionary<string, List<Dictionary<string, object>>>();
        foreach (var name in new[] { "Solvers", "Habits", "Attempts", "DrillAttempts", "Sessions", "KeptSequences", "Courses" })
        {
            all[name] = [];
#pragma warning disable CA2100 // Only the constants above.
            using var there = new SqliteCommand($"SELECT count(*) FROM sqlite_master WHERE name = '{name}'", connection);
            if ((long)there.ExecuteScalar()! == 0) continue;
            using var command = new SqliteCommand($"SELECT * FROM \"{name}\"", connection);
#pragma warning restore CA2100
            using var reader = command.ExecuteReader();
            var rows = all[name];
            while (reader.Read()) rows.Add(Enumerable.Range(0, reader.FieldCount).ToDictionary(reader.GetName, reader.GetValue));
        }

        return all;
    }
}
