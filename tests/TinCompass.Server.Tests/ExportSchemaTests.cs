using System.Text.Json;
using System.Text.RegularExpressions;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>What is exported is what docs/export.schema.json says: read by a small checker of the words that schema uses.</summary>
public sealed class ExportSchemaTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static readonly JsonElement Schema =
        JsonDocument.Parse(File.ReadAllText(Path.Combine(RunningServer.Root, "docs", "export.schema.json"))).RootElement;

    [Fact]
    public async Task An_export_with_every_kind_of_entry_holds_to_the_schema()
    {
        var export = await ExportAsync();
        foreach (var list in new[] { "plans", "answers", "sequences", "courses", "solves" }) Assert.NotEqual(
            0, export.GetProperty(list).GetArrayLength());
        Assert.Equal(JsonValueKind.Object, export.GetProperty("habits").ValueKind);
        Assert.Empty(Faults(Schema, export, "export"));
        // And says nothing that the schema does not know.
        Assert.Empty(Unknown(Schema, export, "export"));
    }

    [Theory]
    [InlineData("\"version\":3", "\"version\":4")]
    [InlineData("\"right\":false", "\"right\":\"no\"")]
    [InlineData("\"stage\":\"cross\"", "\"stadium\":\"cross\"")]
    [InlineData("\"drill\":\"cross.sort-edges\"", "\"drill\":\"sorting\"")]
    [InlineData("\"totalMs\":3000", "\"totalMs\":-3")]
    public async Task The_checker_finds_what_is_wrong(string right, string wrong)
    {
        var text = (await ExportAsync()).GetRawText();
        Assert.Contains(right, text, StringComparison.Ordinal);
        using var spoilt = JsonDocument.Parse(text.Replace(right, wrong, StringComparison.Ordinal));
        Assert.NotEmpty(Faults(Schema, spoilt.RootElement, "export"));
    }

    private async Task<JsonElement> ExportAsync()
    {
        var solver = (await server.AddSolverAsync()).Id;
        await server.PutAsync<HabitsResponse>($"api/solvers/{solver}/habits",
            new HabitsRequest(["red"], null, null, null, null, null, null, null, null, null));
        await server.PutAsync<CasePageResponse>("api/casebook/f2l/right-back-f/kept",
            new KeepSequenceRequest(solver, "FL", "y' R U R' y", "seen from the left"));
        await server.PostAsync<KeptCourseResponse>("api/courses",
            new KeepCourseRequest(Guid.NewGuid(), solver, "R U R'", "yellow", "", "R U' R'"));
        await server.PostAsync<AttemptResponse>("api/attempts", ServerFixture.Attempt(solver));
        await server.PostAsync<Features.Solves.SolveResponse>("api/solves", SolveApiTests.Solve(solver));
        await server.PostAsync<Features.HandTimes.OwnHandsResponse>("api/hands/times",
            new Features.HandTimes.HandTimeRequest(Guid.NewGuid(), solver, "R U R' U'", 4_000));
        var session = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, "cross.sort-edges", null, 4));
        var answer = session.Task!.Options[0].Answer;
        for (var i = 1; i <= 4; i++)
            await server.PostAsync<VerdictResponse>(
                $"api/practice/sessions/{session.Id}/answers", new AnswerRequest(Guid.NewGuid(), i, i == 1 ? "" : answer, 2_000, 3_000, 0));
        return JsonDocument.Parse(await server.Client.GetStringAsync(
            new Uri($"api/solvers/{solver}/export", UriKind.Relative))).RootElement;
    }

    private static JsonElement Followed(JsonElement schema)
    {
        if (!schema.TryGetProperty("$ref", out var reference)) return schema;
        var target = Schema;
        foreach (var step in reference.GetString()!.TrimStart('#', '/').Split('/')) target = target.GetProperty(step);
        return target;
    }

    private static IEnumerable<string> Faults(JsonElement rule, JsonElement value, string where)
    {
        var schema = Followed(rule);
        if (schema.TryGetProperty("anyOf", out var any) && any.EnumerateArray().All(s => Faults(s, value, where).Any()))
            yield return $"{where}: fits none";
        if (schema.TryGetProperty("const", out var constant) && !JsonElement.DeepEquals(constant, value))
            yield return $"{where}: not {constant}";
        if (schema.TryGetProperty("enum", out var words) && !words.EnumerateArray().Any(w => JsonElement.DeepEquals(w, value)))
            yield return $"{where}: {value} is no such word";
        if (schema.TryGetProperty("type", out var type)
            && !(type.ValueKind == JsonValueKind.Array ? type.EnumerateArray() : Enumerable.Repeat(type, 1))
            .Any(t => Is(t.GetString()!, value)))
            yield return $"{where}: no {type}";
        if (value.ValueKind == JsonValueKind.Number)
        {
            if (schema.TryGetProperty("minimum", out var least) && value.GetDouble() < least.GetDouble())
                yield return $"{where}: under {least}";
            if (schema.TryGetProperty("maximum", out var most) && value.GetDouble() > most.GetDouble())
                yield return $"{where}: over {most}";
        }

        if (value.ValueKind == JsonValueKind.String)
        {
            if (schema.TryGetProperty("pattern", out var pattern) && !Regex.IsMatch(value.GetString()!, pattern.GetString()!))
                yield return $"{where}: {value} is not of the form";
            if (schema.TryGetProperty("format", out var format)
                && !(format.GetString() == "uuid" ? value.TryGetGuid(out _)
                : value.TryGetDateTimeOffset(out _))) yield return $"{where}: no {format}";
            if (schema.TryGetProperty("maxLength", out var length) && value.GetString()!.Length > length.GetInt32())
                yield return $"{where}: too long";
            if (schema.TryGetProperty("minLength", out var shortest) && value.GetString()!.Length < shortest.GetInt32())
                yield return $"{where}: too short";
        }

        if (value.ValueKind == JsonValueKind.Array && schema.TryGetProperty("items", out var items))
        {
            var i = 0;
            foreach (var fault in value.EnumerateArray().SelectMany(v => Faults(items, v, $"{where}[{i++}]"))) yield return fault;
        }

        if (value.ValueKind != JsonValueKind.Object) yield break;
        if (schema.TryGetProperty("required", out var required))
            foreach (var name in required.EnumerateArray().Where(n => !value.TryGetProperty(n.GetString()!, out _)))
                yield return $"{where}: no {name}";
        foreach (var property in value.EnumerateObject())
        {
            if (RuleOf(schema, property.Name) is not { } inner) continue;
            foreach (var fault in Faults(inner, property.Value, $"{where}.{property.Name}")) yield return fault;
        }
    }

    private static IEnumerable<string> Unknown(JsonElement rule, JsonElement value, string where)
    {
        var schema = Followed(rule);
        if (schema.TryGetProperty("anyOf", out var any)) schema = Followed(any[0]);
        if (value.ValueKind == JsonValueKind.Array && schema.TryGetProperty("items", out var items))
            return value.EnumerateArray().SelectMany(v => Unknown(items, v, where + "[]"));
        if (value.ValueKind != JsonValueKind.Object) return [];
        return value.EnumerateObject().SelectMany(
            p => RuleOf(schema, p.Name) is { } inner ? Unknown(inner, p.Value, $"{where}.{p.Name}") : [$"{where}.{p.Name}"]);
    }

    private static JsonElement? RuleOf(JsonElement schema, string name) =>
        schema.TryGetProperty("properties", out var known) && known.TryGetProperty(name, out var rule) ? rule
        : schema.TryGetProperty("additionalProperties", out var others) && others.ValueKind == JsonValueKind.Object ? others : null;

    private static bool Is(string type, JsonElement value) => type switch
    {
        "object" => value.ValueKind == JsonValueKind.Object,
        "array" => value.ValueKind == JsonValueKind.Array,
        "string" => value.ValueKind == JsonValueKind.String,
        "integer" => value.ValueKind == JsonValueKind.Number && value.TryGetInt64(out _),
        "boolean" => value.ValueKind is JsonValueKind.True or JsonValueKind.False,
        "null" => value.ValueKind == JsonValueKind.Null,
        _ => throw new ArgumentException($"no type '{type}'", nameof(type)),
    };
}
