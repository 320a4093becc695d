using System.Text.RegularExpressions;
using Mono.Cecil;
using Mono.Cecil.Cil;
using TinCompass.Core.Cube;

namespace TinCompass.Core.Tests;

/// <summary>
/// Holds the floors of the house over the built assemblies: which room may use which, and that no rooms use each other in a circle.
/// </summary>
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
        ["Cycles"] = ["Cube", "Notation", "Search", "Hands"],
        ["Practice"] = ["Cube"],
        ["Stages"] = ["Cube", "Notation", "Search", "Hands", "Practice"],
        ["Feed"] = ["Cube", "Notation", "Scrambling", "Hands", "Practice", "Stages"],
        ["BigCubes"] = ["Cube", "Notation"],
        ["Methods"] = ["Cube", "Notation", "Search", "Scrambling", "Hands", "Practice", "Stages", "Cycles", "BigCubes"],
    };

    // A stage may stand on the stages before it; else no stage knows another.
    private static readonly Dictionary<string, string[]> StandsOn = new()
    {
        ["XCross"] = ["Cross"],
        ["F2l"] = ["Cross", "XCross"],
        ["LastLayer"] = ["Cross", "F2l"],
        ["EdgesFirst"] = ["F2l"],
        ["SecondBlock"] = ["FirstBlock"],
        ["BlockFirst"] = ["FirstBlock"],
        ["GoodFirst"] = ["BlockFirst", "Cross", "F2l"],
        ["Cmll"] = ["FirstBlock", "LastLayer", "SixEdges"],
    };

    private static readonly string Root = FindRoot();

    /// <summary>Which rooms of an assembly use which: from the signatures and bodies of all that is built.</summary>
    private static HashSet<(string From, string To)> Uses(string project, Func<string, string?> roomOf)
    {
        var uses = new HashSet<(string, string)>();
        var path = Path.Combine(Root, "src", project, "bin", Configuration, "net10.0", project + ".dll");
        Assert.True(File.Exists(path), $"{path} is not built");
        using var assembly = AssemblyDefinition.ReadAssembly(path);
        foreach (var type in assembly.MainModule.GetTypes())
        {
            if (roomOf(NamespaceOf(type)) is not { } from) continue;
            foreach (var to in UsedBy(type).Select(t => roomOf(NamespaceOf(t))).Where(r => r is not null && r != from)) uses.Add(
                (from, to!));
        }

        return uses;
    }

    private static IEnumerable<TypeReference> UsedBy(TypeDefinition type)
    {
        IEnumerable<TypeReference?> used =
        [
            type.BaseType, .. type.Interfaces.Select(i => i.InterfaceType), .. type.Fields.Select(f => f.FieldType),
            .. type.Methods.SelectMany(m => m.Parameters.Select(p => p.ParameterType).Append(m.ReturnType)),
            .. type.Methods.Where(m => m.HasBody).SelectMany(m => m.Body.Instructions.SelectMany(Operands)),
        ];
        return used.Where(t => t is not null).SelectMany(t => Parts(t!));
    }

    private static IEnumerable<TypeReference?> Operands(Instruction instruction) => instruction.Operand switch
    {
        TypeReference type => [type],
        MethodReference method => [method.DeclaringType, .. method is GenericInstanceMethod generic ? generic.GenericArguments : []],
        FieldReference field => [field.DeclaringType],
        _ => [],
    };

    private static IEnumerable<TypeReference> Parts(TypeReference type) => type switch
    {
        GenericInstanceType generic => [generic.ElementType, .. generic.GenericArguments.SelectMany(Parts)],
        TypeSpecification specification => Parts(specification.ElementType),
        _ => [type],
    };

    private static string NamespaceOf(TypeReference type)
    {
        while (type.DeclaringType is not null) type = type.DeclaringType;
        return type.Namespace;
    }

    private static string? RoomOfCore(string name) => name.StartsWith("TinCompass.Core.", StringComparison.Ordinal) ? name.Split('.')[2]
        : null;

    private static string? StageOfCore(string name) => name.Split('.') is ["TinCompass", "Core", "Methods", var stage, ..] ? stage : null;

    /// <summary>The rooms of the server: each feature is one, and so is every other folder.</summary>
    private static string? RoomOfServer(string name) => name.Split('.') switch
    {
        ["TinCompass", "Server", "Features", var feature, ..] => feature,
        ["TinCompass", "Server", var room, ..] => room,
        _ => null,
    };

    [Fact]
    public void A_room_of_the_core_uses_only_rooms_below_it()
    {
        var uses = Uses("TinCompass.Core", RoomOfCore);
        Assert.All(uses, u => Assert.True(Allowed.ContainsKey(u.From), $"the room {u.From} is new: say in this test what it may use"));
        Assert.All(uses, u => Assert.True(Allowed[u.From].Contains(u.To), $"{u.From} uses {u.To}"));
        // The lowest floors are really seen.
        Assert.Contains(("Methods", "Cube"), uses);
    }

    [Fact]
    public void No_stage_knows_another_but_those_it_stands_on()
    {
        var uses = Uses("TinCompass.Core", StageOfCore);
        Assert.All(uses, u => Assert.True(StandsOn.GetValueOrDefault(u.From, []).Contains(u.To), $"the stage {u.From} uses {u.To}"));
        Assert.Contains(("F2l", "Cross"), uses);
    }

    [Theory]
    [InlineData("TinCompass.Core")]
    [InlineData("TinCompass.Server")]
    public void There_are_no_circles(string project)
    {
        var uses = Uses(project, project == "TinCompass.Core" ? n => StageOfCore(n) is { } stage ? "Methods/" + stage : RoomOfCore(n)
            : RoomOfServer);
        var left = uses.SelectMany(u => new[] { u.From, u.To }).ToHashSet();
        // Rooms that use nobody who is left are taken away, again and again.
        while (left.FirstOrDefault(room => !uses.Any(u => u.From == room && left.Contains(u.To))) is { } free) left.Remove(free);
        Assert.True(
            left.Count == 0,
            $"a circle among {string.Join(", ", left)}: " +
                $"{string.Join("; ", uses.Where(u => left.Contains(u.From) && left.Contains(u.To)))}");
        Assert.True(uses.Count > 10);
    }

    [Fact]
    public void The_core_stands_on_the_base_library_alone_without_file_or_clock()
    {
        var references = typeof(CubeState).Assembly.GetReferencedAssemblies().Select(a => a.Name!);
        Assert.All(references, name => Assert.StartsWith("System", name, StringComparison.Ordinal));
        foreach (var file in Directory.GetFiles(Path.Combine(Root, "src", "TinCompass.Core"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/")))
            Assert.DoesNotMatch(@"\b(DateTime|DateTimeOffset|Stopwatch|File|Directory|Environment|Console)\.", File.ReadAllText(file));
    }

    [Fact]
    public void The_server_and_the_command_line_depend_on_the_core_and_not_on_each_other()
    {
        foreach (var project in new[] { "TinCompass.Server", "TinCompass.Cli" })
        {
            var text = File.ReadAllText(Path.Combine(Root, "src", project, project + ".csproj"));
            Assert.Equal(["../TinCompass.Core/TinCompass.Core.csproj"], ProjectReference().Matches(text).Select(m => m.Groups[1].Value));
        }
    }

    internal static string FindRoot()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "TinCompass.slnx"))) folder = Path.GetDirectoryName(folder)
            ?? throw new InvalidOperationException("TinCompass.slnx not found");
        return folder;
    }

#if DEBUG
    private const string Configuration = "Debug";
#else
    private const string Configuration = "Release";
#endif

    [GeneratedRegex(@"<ProjectReference Include=""([^""]+)""")]
    private static partial Regex ProjectReference();
}
