using System.Text.RegularExpressions;
using TinCompass.Core.Cube;

namespace TinCompass.Core.Tests;

/// <summary>Holds the floors of the house: which room may use which.</summary>
public partial class ArchitectureTests
{
    // Room of the core → rooms it may use. A room may always use itself.
    private static readonly Dictionary<string, string[]> Allowed = new()
    {
        ["Cube"] = [],
        ["Notation"] = ["Cube"],
        ["Search"] = ["Cube", "Notation"],
        ["Scrambling"] = ["Cube", "Notation", "Search"],
        ["Hands"] = ["Cube", "Notation"],
        ["Methods"] = ["Cube", "Notation", "Search", "Scrambling", "Hands"],
        ["Practice"] = ["Cube", "Notation", "Search", "Scrambling", "Hands", "Methods"],
    };

    private static readonly string Source = Path.Combine(Root(), "src");

    public static TheoryData<string> Rooms => [.. Directory.GetDirectories(Path.Combine(Source, "TinCompass.Core")).Select(d => Path.GetFileName(d)!).Where(n => n is not ("bin" or "obj"))];

    [Theory]
    [MemberData(nameof(Rooms))]
    public void A_room_of_the_core_uses_only_rooms_below_it(string room)
    {
        Assert.True(Allowed.ContainsKey(room), $"the room {room} is new: say in this test what it may use");
        foreach (var (file, used) in UsedRooms(Path.Combine(Source, "TinCompass.Core", room)))
            Assert.True(used == room || Allowed[room].Contains(used), $"{file} uses {used}");
    }

    // A stage of a method may stand on the stage before it; else no method knows another.
    private static readonly Dictionary<string, string> StandsOn = new() { ["FirstTwoLayers"] = "Cross" };

    [Fact]
    public void No_method_knows_another_but_the_stage_before_it()
    {
        foreach (var method in Directory.GetDirectories(Path.Combine(Source, "TinCompass.Core", "Methods")))
            foreach (var file in Directory.GetFiles(method, "*.cs", SearchOption.AllDirectories))
                foreach (Match m in MethodUse().Matches(File.ReadAllText(file)))
                    Assert.True(m.Groups[1].Value == Path.GetFileName(method) || m.Groups[1].Value == StandsOn.GetValueOrDefault(Path.GetFileName(method)), $"{file} uses the method {m.Groups[1].Value}");
    }

    [Fact]
    public void The_core_stands_on_the_base_library_alone_without_file_or_clock()
    {
        var references = typeof(CubeState).Assembly.GetReferencedAssemblies().Select(a => a.Name!);
        Assert.All(references, name => Assert.StartsWith("System", name, StringComparison.Ordinal));
        foreach (var file in Directory.GetFiles(Path.Combine(Source, "TinCompass.Core"), "*.cs", SearchOption.AllDirectories).Where(f => !f.Contains("/obj/")))
            Assert.DoesNotMatch(@"\b(DateTime|DateTimeOffset|Stopwatch|File|Directory|Environment|Console)\.", File.ReadAllText(file));
    }

    [Fact]
    public void The_server_and_the_command_line_depend_on_the_core_and_not_on_each_other()
    {
        foreach (var project in new[] { "TinCompass.Server", "TinCompass.Cli" })
        {
            var text = File.ReadAllText(Path.Combine(Source, project, project + ".csproj"));
            Assert.Equal(["../TinCompass.Core/TinCompass.Core.csproj"], ProjectReference().Matches(text).Select(m => m.Groups[1].Value));
        }
    }

    private static IEnumerable<(string File, string Room)> UsedRooms(string folder) =>
        from file in Directory.GetFiles(folder, "*.cs", SearchOption.AllDirectories)
        from Match m in RoomUse().Matches(File.ReadAllText(file))
        select (file, m.Groups[1].Value);

    private static string Root()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "TinCompass.slnx"))) folder = Path.GetDirectoryName(folder) ?? throw new InvalidOperationException("TinCompass.slnx not found");
        return folder;
    }

    [GeneratedRegex(@"TinCompass\.Core\.(\w+)")]
    private static partial Regex RoomUse();

    [GeneratedRegex(@"TinCompass\.Core\.Methods\.(\w+)")]
    private static partial Regex MethodUse();

    [GeneratedRegex(@"<ProjectReference Include=""([^""]+)""")]
    private static partial Regex ProjectReference();
}
