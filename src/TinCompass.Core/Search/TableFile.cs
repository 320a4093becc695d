using System.Buffers.Binary;
using System.IO.Hashing;
using System.Runtime.InteropServices;
using System.Text;

namespace TinCompass.Core.Search;

/// <summary>One named array of a table set.</summary>
public sealed record TableSection(string Name, byte[] Bytes)
{
    /// <summary>A section of 16-bit numbers, little end first.</summary>
    public static TableSection Of(string name, ushort[] numbers) => new(name, MemoryMarshal.AsBytes<ushort>(numbers).ToArray());

    /// <summary>The numbers of a section made by <see cref="Of"/>.</summary>
    public ushort[] Numbers() => MemoryMarshal.Cast<byte, ushort>(Bytes).ToArray();
}

/// <summary>
/// Tables kept between starts: a title that names the set and its version, sections, and an XXH128 of all that stands before it: it guards
/// against damage, not against malice, at the speed of the memory. A file that is cut short, altered or of another version is never used.
/// </summary>
public static class TableFile
{
    private static readonly byte[] Magic = "TINTABL2"u8.ToArray();
    private static readonly byte[] Older = "TINTABLE"u8.ToArray();

    /// <summary>Writes a set of sections.</summary>
    public static void Write(Stream stream, string title, IReadOnlyList<TableSection> sections)
    {
        var hash = new XxHash128();
        Put(Magic);
        PutText(title);
        PutNumber(sections.Count);
        foreach (var section in sections)
        {
            PutText(section.Name);
            PutNumber(section.Bytes.Length);
            Put(section.Bytes);
        }

        stream.Write(hash.GetCurrentHash());

        void Put(ReadOnlySpan<byte> bytes)
        {
            hash.Append(bytes);
            stream.Write(bytes);
        }

        void PutNumber(int number)
        {
            Span<byte> four = stackalloc byte[4];
            BinaryPrimitives.WriteInt32LittleEndian(four, number);
            Put(four);
        }

        void PutText(string text)
        {
            PutNumber(Encoding.UTF8.GetByteCount(text));
            Put(Encoding.UTF8.GetBytes(text));
        }
    }

    /// <summary>Reads a set of sections; throws <see cref="InvalidDataException"/> with the reason when the file cannot be used.</summary>
    public static IReadOnlyDictionary<string, TableSection> Read(Stream stream, string title)
    {
        var hash = new XxHash128();
        try
        {
            var begun = Take(Magic.Length);
            if (!begun.SequenceEqual(Magic))
                throw new InvalidDataException(begun.SequenceEqual(Older) ? "it is of an older form" : "it is no table file");
            var found = TakeText();
            if (found != title) throw new InvalidDataException($"it is of another version ({found})");
            var sections = new Dictionary<string, TableSection>();
            for (var left = TakeNumber(); left > 0; left--)
            {
                var name = TakeText();
                sections[name] = new TableSection(name, Take(TakeNumber()));
            }

            var expected = hash.GetCurrentHash();
            var sum = new byte[expected.Length];
            stream.ReadExactly(sum);
            return sum.AsSpan().SequenceEqual(expected) ? sections : throw new InvalidDataException("its checksum is wrong");
        }
        catch (EndOfStreamException e)
        {
            throw new InvalidDataException("it is cut short", e);
        }

        byte[] Take(int count)
        {
            // A damaged length must not make this claim memory that the file does not hold.
            if (count < 0 || (stream.CanSeek && count > stream.Length)) throw new InvalidDataException("it is cut short or damaged");
            var bytes = new byte[count];
            stream.ReadExactly(bytes);
            hash.Append(bytes);
            return bytes;
        }

        int TakeNumber() => BinaryPrimitives.ReadInt32LittleEndian(Take(4));

        string TakeText() => Encoding.UTF8.GetString(Take(TakeNumber()));
    }
}
