using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Practice;

namespace TinCompass.Server.Tests;

/// <summary>
/// Asks at every address of the interface description with values that are right, nearly right and wild: whatever is sent is answered
/// by a status that the description names, never by a 5xx but a deadline, never with a trace, and leaves no memory behind. Seeded;
/// './tc test --long' asks a hundred times as often.
/// </summary>
[Collection(nameof(Alone))]
public class FuzzTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static readonly bool IsLong = Environment.GetEnvironmentVariable("TC_LONG") is not null;
    private static readonly int Times = IsLong ? 400 : 8;

    private static readonly string[] Wild =
    [
        "", " ", "\u0000", "\u0000R", "R U R' U'", "(R U)250", "((((((R))))))2", "R'''", "x2 y z'", "M E S r u f", "R2 // a comment",
        "white", "WHITE", "pink", "white,white:green-red", "-1", "0", "1", "2147483647", "2147483648", "-9223372036854775808", "1e308",
        "NaN", "null", "true", "[]", "{}", "'; DROP TABLE Solvers; --", "<script>alert(1)</script>", "../../etc/passwd", "%00", "\u202eabc",
        "\ud83e\uddca", "=1+1", "f2l", "cross", "xcross", "today", "cross.sort-edges", "cross.ladder:x", "right-back-f", "FL", "cfop",
        "time", "turns", "htm", "2026-01-02", "03/04/2025", "00000000-0000-0000-0000-000000000000", "R U F2 D' L B",
        "WWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBRRRRRRRRROOOOOOOOO", new('R', 9_000), new('\u00e9', 300), "R;U;F", ",,,,", ":::",
    ];

    private static readonly string[] Types = ["application/json", "application/json", "application/json", "text/csv", "text/plain", ""];

    [Fact]
    public async Task Nothing_that_can_be_asked_ends_in_an_error_of_the_server()
    {
        var solver = (await server.AddSolverAsync()).Id;
        await server.PostAsync<AttemptResponse>("api/attempts", ServerFixture.Attempt(solver));
        await server.PostAsync<SessionResponse>("api/practice/sessions", new NewSessionRequest(solver, "today", null, 100));
        var description = JsonNode.Parse(await server.Client.GetStringAsync(new Uri("openapi/v1.json", UriKind.Relative)))!;
        var schemas = description["components"]!["schemas"]!.AsObject();
        var operations = description["paths"]!.AsObject().SelectMany(p => p.Value!.AsObject()
            .Select(o => (Path: p.Key, Method: o.Key, Operation: o.Value!.AsObject()))).ToArray();
        Assert.True(operations.Length > 60, $"{operations.Length}");
        var (random, asked, taken) = (new Random(2026), 0, 0);
        var before = 0L;
        for (var round = 0; round < Times; round++)
        {
            foreach (var (path, method, operation) in operations)
            {
                using var request = Request(random, path, method, operation, schemas, solver);
                HttpResponseMessage answer;
                try
                {
                    answer = await server.Client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead);
                }
                catch (Exception e) when (e is InvalidOperationException or UriFormatException)
                {
                    // What no client can send.
                    continue;
                }

                using (answer)
                {
                    asked++;
                    taken += answer.IsSuccessStatusCode ? 1 : 0;
                    // What goes on until nobody looks is not read to its end.
                    var text = path == "/api/feed/live" && answer.IsSuccessStatusCode ? "" : await answer.Content.ReadAsStringAsync();
                    var what = $"{method} {request.RequestUri} {Body(request)} → {(int)answer.StatusCode} " +
                        text[..Math.Min(400, text.Length)];
                    Assert.True((int)answer.StatusCode < 500 || answer.StatusCode == HttpStatusCode.GatewayTimeout, what);
                    Assert.DoesNotContain("   at ", text, StringComparison.Ordinal);
                    Assert.DoesNotContain("Exception", text, StringComparison.Ordinal);
                    var status = ((int)answer.StatusCode).ToString(CultureInfo.InvariantCulture);
                    Assert.True(operation["responses"]!.AsObject().ContainsKey(status) || answer.StatusCode is HttpStatusCode.NotFound
                        or HttpStatusCode.MethodNotAllowed or HttpStatusCode.RequestUriTooLong, "not described: " + what);
                    Assert.Equal(["nosniff"], answer.Headers.GetValues("X-Content-Type-Options"));
                }
            }

            if (round == Times / 2) before = Settled();
        }

        Assert.True(asked > Times * 50, $"{asked} were asked");
        Assert.True(taken > asked / 12, $"only {taken} of {asked} were taken: the door alone was tried");
        // What is kept for the next one grows for a while and no further.
        var grown = (Settled() - before) / 1024 / 1024;
        Assert.True(grown < 60, $"{grown} MB more than at half time");
        // Whatever came, all can still be shown.
        await server.GetAsync<RecordResponse>($"api/practice/record?solverId={(await server.AddSolverAsync()).Id}");
    }

    private static long Settled()
    {
        GC.Collect();
        GC.WaitForPendingFinalizers();
        return GC.GetTotalMemory(forceFullCollection: true);
    }

    private static HttpRequestMessage Request(
        Random random, string path, string method, JsonObject operation, JsonObject schemas, int solver)
    {
        var query = new StringBuilder();
        foreach (var parameter in operation["parameters"]?.AsArray() ?? [])
        {
            var name = (string)parameter!["name"]!;
            var value = Value(random, name, parameter["schema"]!, solver);
            if ((string)parameter["in"]! == "path")
                path = path.Replace($"{{{name}}}", Uri.EscapeDataString(value.Length == 0 ? "1" : value), StringComparison.Ordinal);
            else if (parameter["required"] is not null || random.Next(3) > 0)
                query.Append(query.Length == 0 ? '?' : '&').Append(name).Append('=').Append(Uri.EscapeDataString(value));
        }

        var request = new HttpRequestMessage(new HttpMethod(method.ToUpperInvariant()), path.TrimStart('/') + query);
        if (operation["requestBody"]?["content"] is not JsonObject content) return request;
        var schema = content["application/json"]?["schema"];
        var body = schema is null ? "" : Json(random, "", schema, schemas, solver, depth: 0)?.ToJsonString() ?? "null";
        // Cut off, or with something in it that no document has.
        if (random.Next(12) == 0) body = body[..random.Next(body.Length + 1)];
        if (random.Next(20) == 0) body += Wild[random.Next(Wild.Length)];
        request.Content = new ByteArrayContent(Encoding.UTF8.GetBytes(body));
        var type = random.Next(10) > 0 ? "application/json" : Types[random.Next(Types.Length)];
        if (type.Length > 0) request.Content.Headers.TryAddWithoutValidation("Content-Type", type);
        return request;
    }

    /// <summary>A value for a parameter: mostly of its kind.</summary>
    private static string Value(Random random, string name, JsonNode schema, int solver)
    {
        if (random.Next(6) == 0) return Wild[random.Next(Wild.Length)];
        return name switch
        {
            "solverId" or "coachId" => solver.ToString(CultureInfo.InvariantCulture),
            "id" or "importId" when Is(schema, "integer") => $"{(random.Next(2) == 0 ? solver : random.Next(4))}",
            "id" => "right-back-f",
            "stage" => random.Next(2) == 0 ? "f2l" : "cross",
            "color" => "white",
            "view" => "FL",
            "slot" => "green-red",
            "drill" => "cross.sort-edges",
            "scramble" or "made" or "plan" => "R U F2 D' L B",
            _ when Is(schema, "integer") => $"{random.Next(-1, 12)}",
            _ when Is(schema, "boolean") => random.Next(2) == 0 ? "true" : "false",
            _ => Wild[random.Next(Wild.Length)],
        };
    }

    private static bool Is(JsonNode schema, string type) => schema["type"] switch
    {
        JsonArray all => all.Any(t => (string)t! == type),
        JsonValue one => (string)one! == type,
        _ => false,
    };

    private static JsonNode? Json(Random random, string name, JsonNode schema, JsonObject schemas, int solver, int depth)
    {
        if (schema["$ref"] is { } reference) schema = schemas[((string)reference!).Split('/')[^1]]!;
        if (depth > 0 && random.Next(14) == 0)
            return random.Next(5) switch
            {
                0 => null,
                1 => JsonValue.Create(random.NextInt64()),
                2 => new JsonArray(1, "x", null),
                3 => new JsonObject { ["x"] = 1 },
                _ => JsonValue.Create(Wild[random.Next(Wild.Length)]),
            };
        if (schema["properties"] is JsonObject properties)
        {
            var made = new JsonObject();
            foreach (var (property, of) in properties)
                if (random.Next(10) > 0) made[property] = Json(random, property, of!, schemas, solver, depth + 1);
            if (random.Next(15) == 0) made["unknown"] = "x";
            return made;
        }

        if (Is(schema, "array"))
            return new JsonArray([.. Enumerable.Range(0, random.Next(4)).Select(_ => Json(random, name, schema["items"]!, schemas, solver,
                depth + 1))]);
        if (Is(schema, "object")) return new JsonObject { [Wild[random.Next(Wild.Length)]] = new JsonObject { ["beam"] = "7" } };
        if (schema["format"] is { } format && (string)format! == "uuid") return JsonValue.Create(Guid.NewGuid());
        if (Is(schema, "integer")) return JsonValue.Create(int.TryParse(Value(random, name, schema, solver), out var n) ? n : 3);
        return Is(schema, "boolean") ? JsonValue.Create(random.Next(2) == 0) : JsonValue.Create(Value(random, name, schema, solver));
    }

    private static string Body(HttpRequestMessage request)
    {
        if (request.Content is null) return "";
        var text = request.Content.ReadAsStringAsync().GetAwaiter().GetResult();
        return text[..Math.Min(300, text.Length)];
    }
}
