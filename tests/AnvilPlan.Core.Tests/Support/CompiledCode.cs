using System.Reflection;
using System.Reflection.Emit;
using System.Reflection.Metadata;
using System.Reflection.Metadata.Ecma335;
using System.Reflection.PortableExecutable;

namespace AnvilPlan.Core.Tests.Support;

/// <summary>
/// What an assembly really uses, read from what the compiler wrote: names of foreign members, and which of its own namespaces know which.
/// </summary>
public sealed class CompiledCode : IDisposable
{
    private static readonly Dictionary<int, OpCode> Codes = typeof(OpCodes).GetFields(BindingFlags.Public | BindingFlags.Static)
        .Select(f => (OpCode)f.GetValue(null)!).ToDictionary(c => c.Value & 0xffff);

    private readonly PEReader _file;
    private readonly MetadataReader _reader;

    public CompiledCode(Assembly assembly)
    {
        _file = new PEReader(File.OpenRead(assembly.Location));
        _reader = _file.GetMetadataReader();
    }

    /// <summary>Members of other assemblies as <c>System.DateTime.get_Now(0)</c>, methods with the count of what they take.</summary>
    public IReadOnlySet<string> Foreign() => _reader.MemberReferences.Select(h => _reader.GetMemberReference(h))
        .Where(m => m.Parent.Kind == HandleKind.TypeReference)
        .Select(m => (Type: _reader.GetTypeReference((TypeReferenceHandle)m.Parent), Member: m))
        .Select(m => $"{_reader.GetString(m.Type.Namespace)}.{_reader.GetString(m.Type.Name)}.{_reader.GetString(m.Member.Name)}"
            + (m.Member.GetKind() == MemberReferenceKind.Method
                ? $"({m.Member.DecodeMethodSignature(new Names(this), null).ParameterTypes.Length})"
                : "")).ToHashSet(StringComparer.Ordinal);

    /// <summary>Texts that its methods load, each with how often.</summary>
    public IReadOnlyDictionary<string, int> Texts()
    {
        var texts = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var method in _reader.MethodDefinitions.Select(_reader.GetMethodDefinition).Where(m => m.RelativeVirtualAddress > 0))
        {
            var il = _file.GetMethodBody(method.RelativeVirtualAddress).GetILReader();
            while (il.RemainingBytes > 0)
            {
                int value = il.ReadByte();
                var code = Codes[value == 0xfe ? 0xfe00 | il.ReadByte() : value];
                if (code.OperandType == OperandType.InlineString)
                {
                    var text = _reader.GetUserString((UserStringHandle)MetadataTokens.Handle(il.ReadInt32()));
                    texts[text] = texts.GetValueOrDefault(text) + 1;
                    continue;
                }

                il.Offset += code.OperandType switch
                {
                    OperandType.InlineNone => 0,
                    OperandType.ShortInlineBrTarget or OperandType.ShortInlineI or OperandType.ShortInlineVar => 1,
                    OperandType.InlineVar => 2,
                    OperandType.InlineI8 or OperandType.InlineR => 8,
                    OperandType.InlineSwitch => 4 + (4 * il.ReadInt32()),
                    _ => 4,
                };
            }
        }

        return texts;
    }

    /// <summary>For each namespace the others whose types it derives from, holds, takes, gives or calls.</summary>
    public IReadOnlyDictionary<string, HashSet<string>> Namespaces()
    {
        var known = new Dictionary<string, HashSet<string>>(StringComparer.Ordinal);
        foreach (var handle in _reader.TypeDefinitions)
        {
            var type = _reader.GetTypeDefinition(handle);
            if (NamespaceOf(handle) is not { Length: > 0 } own)
            {
                continue;
            }

            var names = new Names(this);
            var uses = known.TryGetValue(own, out var set) ? set : known[own] = new(StringComparer.Ordinal);
            names.Take(type.BaseType);
            foreach (var field in type.GetFields())
            {
                _reader.GetFieldDefinition(field).DecodeSignature(names, null);
            }

            foreach (var each in type.GetInterfaceImplementations())
            {
                names.Take(_reader.GetInterfaceImplementation(each).Interface);
            }

            foreach (var each in type.GetMethods())
            {
                var method = _reader.GetMethodDefinition(each);
                method.DecodeSignature(names, null);
                if (method.RelativeVirtualAddress > 0)
                {
                    Body(_file.GetMethodBody(method.RelativeVirtualAddress), names);
                }
            }

            uses.UnionWith(names.Found);
            uses.Remove(own);
            uses.Remove("");
        }

        return known;
    }

    /// <summary>The largest set of namespaces each of which reaches all the others.</summary>
    public static IReadOnlyList<string> LargestCircle(IReadOnlyDictionary<string, HashSet<string>> uses)
    {
        var reach = uses.Keys.ToDictionary(k => k, k => Reached(k, uses), StringComparer.Ordinal);
        return uses.Keys.Select(k => (IReadOnlyList<string>)[.. reach[k].Where(o => reach.TryGetValue(o, out var back) && back.Contains(k))
            .Append(k).Distinct().Order(StringComparer.Ordinal)])
            .MaxBy(c => c.Count)!;
    }

    public void Dispose() => _file.Dispose();

    private static HashSet<string> Reached(string from, IReadOnlyDictionary<string, HashSet<string>> uses)
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        var open = new Stack<string>([from]);
        while (open.TryPop(out var next))
        {
            foreach (var use in uses.GetValueOrDefault(next) ?? [])
            {
                if (seen.Add(use))
                {
                    open.Push(use);
                }
            }
        }

        return seen;
    }

    private string NamespaceOf(TypeDefinitionHandle handle)
    {
        var type = _reader.GetTypeDefinition(handle);
        return type.GetDeclaringType() is { IsNil: false } outer ? NamespaceOf(outer) : _reader.GetString(type.Namespace);
    }

    private void Body(MethodBodyBlock body, Names names)
    {
        if (!body.LocalSignature.IsNil)
        {
            _reader.GetStandaloneSignature(body.LocalSignature).DecodeLocalSignature(names, null);
        }

        var il = body.GetILReader();
        while (il.RemainingBytes > 0)
        {
            int code = il.ReadByte();
            code = code == 0xfe ? 0xfe00 | il.ReadByte() : code;
            switch (Codes[code].OperandType)
            {
                case OperandType.InlineField or OperandType.InlineMethod or OperandType.InlineTok or OperandType.InlineType:
                    names.Take(MetadataTokens.EntityHandle(il.ReadInt32()));
                    break;
                case OperandType.InlineSwitch:
                    var targets = il.ReadInt32();
                    il.Offset += 4 * targets;
                    break;
                case OperandType.InlineI8 or OperandType.InlineR:
                    il.Offset += 8;
                    break;
                case OperandType.InlineNone:
                    break;
                case OperandType.InlineVar:
                    il.Offset += 2;
                    break;
                case OperandType.ShortInlineBrTarget or OperandType.ShortInlineI or OperandType.ShortInlineVar:
                    il.Offset++;
                    break;
                default:
                    il.Offset += 4;
                    break;
            }
        }
    }

    /// <summary>Collects the namespaces of this assembly's own types out of signatures and tokens.</summary>
    private sealed class Names(CompiledCode code) : ISignatureTypeProvider<bool, object?>
    {
        public HashSet<string> Found { get; } = new(StringComparer.Ordinal);

        public void Take(EntityHandle handle)
        {
            var reader = code._reader;
            switch (handle.Kind)
            {
                case HandleKind.TypeDefinition when !handle.IsNil:
                    Found.Add(code.NamespaceOf((TypeDefinitionHandle)handle));
                    break;
                case HandleKind.TypeSpecification:
                    reader.GetTypeSpecification((TypeSpecificationHandle)handle).DecodeSignature(this, null);
                    break;
                case HandleKind.MethodDefinition:
                    Take(reader.GetMethodDefinition((MethodDefinitionHandle)handle).GetDeclaringType());
                    break;
                case HandleKind.FieldDefinition:
                    Take(reader.GetFieldDefinition((FieldDefinitionHandle)handle).GetDeclaringType());
                    break;
                case HandleKind.MemberReference:
                    Take(reader.GetMemberReference((MemberReferenceHandle)handle).Parent);
                    break;
                case HandleKind.MethodSpecification:
                    var method = reader.GetMethodSpecification((MethodSpecificationHandle)handle);
                    Take(method.Method);
                    method.DecodeSignature(this, null);
                    break;
            }
        }

        public bool GetTypeFromDefinition(MetadataReader reader, TypeDefinitionHandle handle, byte rawTypeKind) =>
            Found.Add(code.NamespaceOf(handle));

        public bool GetTypeFromSpecification(MetadataReader reader, object? genericContext, TypeSpecificationHandle handle,
            byte rawTypeKind) => reader.GetTypeSpecification(handle).DecodeSignature(this, null);

        public bool GetTypeFromReference(MetadataReader reader, TypeReferenceHandle handle, byte rawTypeKind) => false;

        public bool GetArrayType(bool elementType, ArrayShape shape) => false;

        public bool GetByReferenceType(bool elementType) => false;

        public bool GetFunctionPointerType(MethodSignature<bool> signature) => false;

        public bool GetGenericInstantiation(bool genericType, System.Collections.Immutable.ImmutableArray<bool> typeArguments) => false;

        public bool GetGenericMethodParameter(object? genericContext, int index) => false;

        public bool GetGenericTypeParameter(object? genericContext, int index) => false;

        public bool GetModifiedType(bool modifier, bool unmodifiedType, bool isRequired) => false;

        public bool GetPinnedType(bool elementType) => false;

        public bool GetPointerType(bool elementType) => false;

        public bool GetPrimitiveType(PrimitiveTypeCode typeCode) => false;

        public bool GetSZArrayType(bool elementType) => false;
    }
}
