using System.Text.Json;

namespace TinCompass.Server.Features.Exchange;

/// <summary>A document that is not taken at all; the message says what is wrong with it and where.</summary>
internal sealed class BadDocumentException(string code, string message) : Exception(message)
{
    public string Code => code;
}

/// <summary>One value of an export: of a property (index −1) or of one of its lists, with the place it has for people.</summary>
internal readonly record struct ExchangeValue(string Property, int Index, ReadOnlyMemory<byte> Bytes)
{
    public string Where => Index < 0 ? Property : $"{Property}[{Index}]";
}

/// <summary>
/// Walks through an export value by value, so that a document of any size takes the memory of its largest entry. Throws
/// <see cref="BadDocumentException"/> where it cannot be read.
/// </summary>
internal sealed class ExchangeJson(Stream stream)
{
    private const int MaxValueBytes = 1024 * 1024;
    private static readonly string[] Lists = ["plans", "answers", "sequences", "courses", "solves"];

    private readonly HashSet<string> properties = new(StringComparer.OrdinalIgnoreCase);
    private byte[] buffer = new byte[64 * 1024];
    private int start, end, index;
    private bool isFinal, isDone;
    private string property = "";
    private bool inList;
    private JsonReaderState state;

    /// <summary>The values in order.</summary>
    public IEnumerable<ExchangeValue> Values()
    {
        while (Next() is { } value) yield return value;
    }

    /// <summary>Looks through the whole document: that it is one, whole, of ours, and of a version that is read here.</summary>
    public static void Check(Stream stream)
    {
        string? format = null;
        int? version = null;
        foreach (var value in new ExchangeJson(stream).Values())
        {
            if (value.Property.Equals("format", StringComparison.OrdinalIgnoreCase)) format = Scalar<string>(value);
            if (value.Property.Equals("version", StringComparison.OrdinalIgnoreCase)) version = Scalar<int?>(value);
        }

        if (format != ExchangeDocument.FormatName)
            throw Bad("This is no export of Tin Compass: it does not say \"format\": \"tin-compass\".");
        if (version is null) throw Bad("This export does not say its version: \"version\" is missing.");
        if (version < 1) throw Bad($"This export says version {version}; versions are counted from 1.");
        if (version > ExchangeDocument.NewestVersion) throw new BadDocumentException("newer-version",
            $"This export has version {version}; here version {ExchangeDocument.NewestVersion} is read. Use the Tin Compass that wrote " +
            "it, or a newer one.");
    }

    /// <summary>Reads an entry; what is wrong with it is told, and where: null then.</summary>
    public static T? Entry<T>(ExchangeValue value, JsonSerializerOptions options, out string? odd)
        where T : class
    {
        odd = null;
        if (Twice(value.Bytes.Span) is { } twice) odd = $"it says '{twice}' twice.";
        try
        {
            return odd is null ? JsonSerializer.Deserialize<T>(value.Bytes.Span, options) : null;
        }
        catch (JsonException e)
        {
            odd = e.Path is { Length: > 2 } path ? $"its '{path[2..]}' cannot be read." : "it cannot be read.";
            return null;
        }
    }

    private static T? Scalar<T>(ExchangeValue value)
    {
        try
        {
            return JsonSerializer.Deserialize<T>(value.Bytes.Span);
        }
        catch (JsonException)
        {
            throw Bad($"Its \"{value.Property}\" cannot be read.");
        }
    }

    /// <summary>The first property that an object has twice, by any case of its letters.</summary>
    private static string? Twice(ReadOnlySpan<byte> bytes)
    {
        var reader = new Utf8JsonReader(bytes);
        var names = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        while (reader.Read())
            if (reader.TokenType == JsonTokenType.PropertyName && reader.CurrentDepth == 1 && reader.GetString() is { } name
                && !names.Add(name)) return name;
        return null;
    }

    private ExchangeValue? Next()
    {
        try
        {
            while (true)
            {
                var reader = new Utf8JsonReader(buffer.AsSpan(start, end - start), isFinal, state);
                if (!reader.Read())
                {
                    if (isFinal) return isDone ? null : throw Bad("The document is empty.");
                    Fill();
                    continue;
                }

                if (reader is { TokenType: JsonTokenType.PropertyName, CurrentDepth: 1 })
                {
                    property = reader.GetString()!;
                    if (!properties.Add(property)) throw Bad($"The document says \"{property}\" twice.");
                    Pass(reader);
                }
                else if (reader.CurrentDepth == 0)
                {
                    if (reader.TokenType is not (JsonTokenType.StartObject or JsonTokenType.EndObject))
                        throw Bad("This is no export of Tin Compass: an object is expected.");
                    isDone = reader.TokenType == JsonTokenType.EndObject;
                    Pass(reader);
                }
                else if (reader is { CurrentDepth: 1, TokenType: JsonTokenType.StartArray } && !inList
                    && Lists.Contains(property, StringComparer.OrdinalIgnoreCase))
                {
                    (inList, index) = (true, 0);
                    Pass(reader);
                }
                else if (reader is { CurrentDepth: 1, TokenType: JsonTokenType.EndArray } && inList)
                {
                    inList = false;
                    Pass(reader);
                }
                else
                {
                    var first = (int)reader.TokenStartIndex;
                    if (!reader.TrySkip())
                    {
                        Fill();
                        continue;
                    }

                    var value = new ExchangeValue(
                        property, inList ? index++ : -1, buffer.AsMemory(start + first, (int)reader.BytesConsumed - first));
                    Pass(reader);
                    return value;
                }
            }
        }
        catch (JsonException e)
        {
            var where = property.Length == 0 ? "" : $", at {(inList ? $"{property}[{index}]" : property)}";
            throw Bad($"The document cannot be read{(e.LineNumber is { } line ? $" at line {line + 1}" : "")}{where}. Was it cut short?");
        }
    }

    private static BadDocumentException Bad(string sentence) => new("bad-document", sentence);

    private void Pass(scoped in Utf8JsonReader reader)
    {
        start += (int)reader.BytesConsumed;
        state = reader.CurrentState;
    }

    private void Fill()
    {
        // Nothing but blanks, however many, is passed over at once.
        if (!buffer.AsSpan(start, end - start).ContainsAnyExcept(" \t\r\n"u8)) start = end;
        if (start > 0)
        {
            buffer.AsSpan(start, end - start).CopyTo(buffer);
            (start, end) = (0, end - start);
        }

        if (end == buffer.Length)
        {
            if (buffer.Length > MaxValueBytes)
                throw Bad($"{(inList ? $"{property}[{index}]" : property)} is larger than one entry may be (1 MB).");
            Array.Resize(ref buffer, buffer.Length * 2);
        }

        var read = stream.Read(buffer, end, buffer.Length - end);
        end += read;
        isFinal = read == 0;
    }
}
